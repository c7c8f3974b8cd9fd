import { statementCsv, type BankLine } from '@abacist/sim/bank';
import { settlementCsv } from '@abacist/sim/processor';
import {
  base64,
  book,
  card,
  cash,
  ids,
  type Ids,
  type Person,
  type TestShop,
} from './harness';

/** Coins and notes of an amount in CAD, largest first. */
export function pieces(amountMinor: number): Record<string, number> {
  const count: Record<string, number> = {};
  let left = amountMinor;
  for (const value of [10000, 5000, 2000, 1000, 500, 200, 100, 25, 10, 5]) {
    if (left >= value) count[value] = Math.floor(left / value);
    left %= value;
  }
  return count;
}

export async function countAndClose(
  person: Person,
  drawerId: number,
  over = 0,
  note = '',
): Promise<any> {
  const begun = (await person.send('/counts', { drawerId })).body;
  const cheques = begun.cheques as { id: number; amountMinor: number }[];
  const onPaper = cheques.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
  const count = pieces(begun.expectedMinor - onPaper + over);
  const chequeIds = cheques.map(({ id }) => id);
  const closed = { count, chequeIds, note };
  return (await person.send(`/counts/${begun.sessionId}/close`, closed)).body;
}

/** A file of one payout: its settlement stands in the answer as if it were alone. */
export async function importSettlement(person: Person, csv: string, name = 'settlement.csv') {
  const answer = await person.send('/settlements', {
    processorId: 1,
    mapping: null,
    name,
    contentBase64: base64(csv),
  });
  const { settlements, ...rest } = answer.body;
  return { ...answer, body: settlements ? { ...rest, ...settlements[0] } : answer.body };
}

export const importStatement = (person: Person, content: string, name = 'st.csv') =>
  person.send('/statements', { name, contentBase64: base64(content) });

export const settlementOf = (
  reference: string,
  date: string,
  batchDate: string,
  grossMinor: number,
  items = 1,
) =>
  settlementCsv(reference, date, [
    { batchDate, schemes: [{ scheme: 'Meridian', items, grossMinor }] },
  ]);

export const statementOf = (openingMinor: number, ...lines: BankLine[]) =>
  statementCsv(openingMinor, lines);

/**
 * Monday 2 March: cash 12.00 and a card of 50.00 (with one of 20.00 voided), the drawer 0.10
 * short; Tuesday: slip, settlement, statement with both. All through the API.
 */
export async function walkDay(
  shop: TestShop,
): Promise<{ id: Ids; slip: any; settlement: any }> {
  const id = await ids(shop);
  const fenella = await shop.as('fenella');
  const osric = await shop.as('osric');
  const tamsin = await shop.as('tamsin');
  const drawerId = id.drawers['shop']!;
  const sell = async (amountMinor: number, tender: object) =>
    (
      await fenella.send('/sales', {
        drawerId,
        lines: [book(id, amountMinor)],
        tenders: [tender],
      })
    ).body;
  await sell(12_00, cash(id, 20_00));
  await sell(50_00, card(id, 50_00));
  const taxed = { itemId: id.items['HD'], quantity: '3' };
  await fenella.send('/sales', { drawerId, lines: [taxed], tenders: [cash(id, 20_00)] });
  const wrong = await sell(20_00, card(id, 20_00));
  await tamsin.send(`/sales/${wrong.saleId}/void`, {}, { approval: { reason: 'Rung twice' } });
  await countAndClose(fenella, drawerId, -10, 'A coin under the drawer');

  shop.setNow('2026-03-03T14:00:00Z');
  const safe = (await osric.get('/safe')).body;
  const total = safe.items.reduce((sum: number, item: any) => sum + item.leftMinor, 0);
  const slip = (
    await osric.send('/slips', {
      bankAccountId: 1,
      bankTotalMinor: total,
      bankReference: 'BAG 9',
      count: pieces(total),
      items: safe.items.map((item: any) => ({
        safeItemId: item.id,
        amountMinor: item.leftMinor,
      })),
    })
  ).body;
  const settlement = (
    await importSettlement(osric, settlementOf('HP-1', '2026-03-03', '2026-03-02', 50_00))
  ).body;
  await importStatement(
    osric,
    statementOf(
      1000_00,
      { date: '2026-03-03', amountMinor: total, text: 'DEPOSIT', reference: slip.number },
      { date: '2026-03-03', amountMinor: settlement.netMinor, text: 'HALYARD PAY HP-1' },
    ),
  );
  await shop.jobsEnded();
  return { id, slip, settlement };
}
