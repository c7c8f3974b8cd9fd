import { PDFDocument } from '@cantoo/pdf-lib';
import type { Mapping } from '@abacist/core/settlements';
import { base64, card, ids, type Person, type TestShop } from './harness';

/** A processor's file card by card, its other rows named by their kind. */
const HEADS = ['row', 'payout', 'paid', 'day', 'scheme', 'last4', 'auth', 'amount', 'id'];
const MAPPING: Mapping = {
  shape: { kind: 'delimited', delimiter: ',' },
  heads: HEADS,
  columns: {
    ...{ rowKind: 0, payout: 1, payoutDate: 2, moment: 3, scheme: 4, lastFour: 5 },
    ...{ authorisation: 6, gross: 7, reference: 8 },
  },
  ...{ dates: 'ymd', decimals: '.', deductions: 'plus' },
  kinds: {
    otherwise: 'card',
    values: {
      ...{ disputed: 'chargeback', won: 'chargebackWon', 'dispute fee': 'chargebackFee' },
      ...{
        held: 'reserveHeld',
        released: 'reserveReleased',
        fee: 'fee',
        'fee tax': 'taxOnFees',
      },
    },
  },
  ...{ schemes: {}, belongs: 'each' },
};

export type FileRow = {
  row?: string;
  day?: string;
  scheme?: string;
  last4?: string;
  auth?: string;
  amount: string;
  id?: string;
};

/** Brings a payout with such rows. */
export function bringCards(
  person: Person,
  { payout, paid, processorId = 1 }: { payout: string; paid: string; processorId?: number },
  rows: readonly FileRow[],
) {
  const lines = rows.map((row) =>
    HEADS.map((head) => ({ payout, paid, row: 'card', ...row })[head] ?? '').join(),
  );
  return person.send('/settlements', {
    ...{ processorId, mapping: MAPPING, name: `${payout}.csv` },
    contentBase64: base64([HEADS.join(), ...lines].join('\n')),
  });
}

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
  const bring = async (payout: string, day: string, rows: readonly FileRow[]) => {
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
  await send(`/disputes-lost/${lost.story.at(-1).lostId}/undo`, { reason: 'Not decided yet' });
  await send(`/disputes/${first.id}/lost`, {
    ...{ amountMinor: 6_00, reason: 'A part of it' },
  });
  const tender = await shop.one<{ id: number }>(
    `SELECT id FROM sale_tender WHERE sale_id = ${rung[1]}`,
  );
  await send(`/disputes/${second.id}/sale`, { saleTenderId: tender.id });
  await shop.pool.query('UPDATE processor SET bills_fees = TRUE');
  for (const month of ['2026-07', '2026-08'])
    await send('/processors/1/accruals', { month, feesMinor: 18_00, taxMinor: 90 });
  await bring('BILL-8', '2026-09-02', [
    { row: 'fee', amount: '19.00' },
    { row: 'fee tax', amount: '0.95' },
  ]);
}
