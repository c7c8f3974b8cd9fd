import { PDFDocument } from '@cantoo/pdf-lib';
import { cardFile, type CardRow } from '@abacist/sim/cardRows';
import { importStatement, statementOf } from './day';
import { card, ids, type Person, type TestShop } from './harness';

export type { CardRow };

/** Brings a payout with such rows. */
export const bringCards = (
  person: Person,
  of: Parameters<typeof cardFile>[0],
  rows: readonly CardRow[],
) => person.send('/settlements', cardFile(of, rows));

/** A PDF of one page with nothing on it. */
export const emptyPdf = async (): Promise<string> => {
  const pdf = await PDFDocument.create();
  pdf.addPage();
  return Buffer.from(await pdf.save()).toString('base64');
};

/**
 * A dispute that is won in part and lost for the rest with its tax, and one whose sale is found once its
 * money is home; a reserve of which a part is released; fees accrued for two months, of
 * which one is billed.
 */
export async function walkCards(shop: TestShop): Promise<void> {
  shop.setNow('2026-09-14T16:00:00Z');
  await shop.pool.query('UPDATE account_rule SET write_off_adjusts_tax = TRUE');
  const id = await ids(shop);
  const tamsin = await shop.as('tamsin');
  const approval = { reason: 'The terminal says so' };
  const send = async (path: string, command: object) => {
    const { status, body } = await tamsin.send(path, command, { approval });
    expect({ path, status, body }).toMatchObject({ status: 200 });
    return body;
  };
  const hot = { departmentId: id.departments['hatch'], amountMinor: 21_00 };
  const rung: number[] = [];
  for (const [reference, lastFour] of [
    ['D1', '4411'],
    ['D2', '9021'],
  ]) {
    const { saleId } = await send('/sales', {
      ...{ drawerId: id.drawers['hatch'], lines: [hot], pricesIncludeTax: true },
      tenders: [{ ...card(id, 21_00), lastFour, reference }],
    });
    rung.push(saleId);
  }
  const bring = async (payout: string, day: string, rows: readonly CardRow[]) => {
    const { status, body } = await bringCards(tamsin, { payout, paid: day }, rows);
    expect({ status, body }).toMatchObject({ status: 200 });
  };
  const day = { day: '2026-09-14', scheme: 'Meridian' };
  await bring('W-1', '2026-09-14', [
    { ...day, last4: '4411', auth: 'D1', amount: '21.00', id: 'T1' },
    { ...day, last4: '9021', auth: 'D2', amount: '21.00', id: 'T2' },
    { row: 'held', amount: '4.20' },
  ]);
  shop.setNow('2026-09-15T16:00:00Z');
  await bring('W-2', '2026-09-15', [
    { row: 'disputed', last4: '4411', amount: '21.00', id: 'CB1' },
    { row: 'dispute fee', amount: '15.00', id: 'CB1' },
    { row: 'disputed', amount: '7.00', id: 'CB2' },
    { row: 'released', amount: '1.20' },
  ]);
  shop.setNow('2026-09-16T16:00:00Z');
  await bring('W-3', '2026-09-16', [{ row: 'won', amount: '8.00', id: 'CB1' }]);
  const { open } = (await tamsin.get('/disputes')).body;
  const [first, second] = ['CB1', 'CB2'].map((reference) =>
    open.find((one: any) => one.reference === reference),
  );
  const lost = await send(`/disputes/${first.id}/lost`, {
    ...{ amountMinor: 13_00, reason: 'The bank decided for its customer' },
  });
  await send(lost.story.at(-1).undo, { reason: 'Not decided yet' });
  await send(`/disputes/${first.id}/lost`, {
    ...{ amountMinor: 6_00, reason: 'A part of it' },
  });
  const tender = await shop.one<{ id: number }>(
    `SELECT id FROM sale_tender WHERE sale_id = ${rung[1]}`,
  );
  await send(`/disputes/${second.id}/sale`, { saleTenderId: tender.id });
  const last = await shop.one<{ closing: number }>(
    'SELECT closing_minor AS closing FROM statement ORDER BY to_date DESC, id DESC LIMIT 1',
  );
  const debited = { date: '2026-09-16', amountMinor: -12_00, text: 'CARD DISPUTE' };
  await importStatement(tamsin, statementOf(last.closing, debited));
  await shop.jobsEnded();
  const line = await shop.one<{ id: number }>('SELECT MAX(id) AS id FROM statement_line');
  await send('/bank-chargebacks', {
    ...{ lineId: line.id, processorId: 1, disputeId: null, feeMinor: 5_00 },
    ...{ scheme: 'Meridian', reference: 'CB3', lastFour: '' },
  });
  await shop.pool.query('UPDATE processor SET bills_fees = TRUE');
  for (const month of ['2026-07', '2026-08'])
    await send('/processors/1/accruals', { month, feesMinor: 18_00, taxMinor: 90 });
  await bring('BILL-8', '2026-09-02', [
    { row: 'fee', amount: '19.00' },
    { row: 'fee tax', amount: '0.95' },
  ]);
}
