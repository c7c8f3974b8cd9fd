import { audit } from '../src/audit/audit';
import { countAndClose } from './day';
import {
  book,
  card,
  cash,
  ids,
  openShop,
  type Ids,
  type Person,
  type TestShop,
} from './harness';

let shop: TestShop;
let id: Ids;
let osric: Person;
let drawerId: number;
beforeAll(async () => {
  shop = await openShop();
  id = await ids(shop);
  osric = await shop.as('osric');
  drawerId = id.drawers['shop']!;
});
afterAll(() => shop.close());
afterEach(async () => expect((await audit(shop.pool)).breaches).toEqual([]));

const approval = { reason: 'The terminal says so' };
const meridian = () => ({
  tenderId: id.tenders['meridian']!,
  lastFour: '4242',
  reference: 'A7',
});
const toCash = () => ({ tenderId: id.tenders['cash']!, lastFour: '', reference: '' });
const ring = async (tenders: object[], amountMinor: number) => {
  const { body } = await osric.send('/sales', {
    drawerId,
    lines: [book(id, amountMinor)],
    tenders,
  });
  const { payments } = (await osric.get(`/sales/${body.saleId}`)).body;
  return { saleId: body.saleId as number, saleTenderId: payments[0].id as number };
};
const correct = (of: { saleId: number; saleTenderId: number }, to: object) =>
  osric.send(
    `/sales/${of.saleId}/correct`,
    { saleTenderId: of.saleTenderId, to },
    { approval },
  );
const beads = async (date: string) => {
  const { beads: all } = (await osric.get(`/days/${date}`)).body;
  return Object.fromEntries(all.map((one: any) => [one.label, one.takenMinor]));
};

test('a card sale rung as cash: the day has it by card, the receipt stays, the count expects less', async () => {
  const sold = await ring([cash(id, 37_15)], 37_13);
  const before = (await osric.send('/counts', { drawerId })).body;
  const refused = await osric.send(`/sales/${sold.saleId}/correct`, {
    saleTenderId: sold.saleTenderId,
    to: meridian(),
  });
  expect([refused.status, refused.body.rules?.[0].code]).toEqual([
    409,
    'rule.tenderCorrected',
  ]);
  const { body } = await correct(sold, meridian());
  const receipt = (await osric.get(`/sales/${sold.saleId}`)).body;
  expect(receipt).toMatchObject({
    status: 'posted',
    payments: [{ name: 'Cash', mayCorrect: false }],
    corrections: [{ number: body.number, tenders: 'Cash → Meridian', amountMinor: 37_13 }],
  });
  expect((await osric.get(`/sales/${body.saleId}`)).body.corrects).toEqual({
    saleId: sold.saleId,
    number: receipt.number,
  });
  expect((await osric.send('/counts', { drawerId })).body.expectedMinor).toBe(
    before.expectedMinor - 37_15,
  );
  expect(await beads('2026-03-02')).toMatchObject({ Meridian: 37_13 });
  expect((await correct(sold, meridian())).body.refusals).toMatchObject([
    { code: 'correct.corrected' },
  ]);
  const voided = await osric.send(`/sales/${sold.saleId}/void`, {}, { approval });
  // Its drawer is being counted, where it could be voided; but a tender of it was put right.
  expect(voided.body.refusals).toMatchObject([{ code: 'void.corrected' }]);
  await countAndClose(osric, drawerId);
});

test('goods of a corrected receipt go back to the card that paid', async () => {
  const sold = await ring([cash(id, 20_00)], 20_00);
  const { body: corrected } = await correct(sold, meridian());
  const { body } = await osric.get(`/sales/${sold.saleId}/returnable`);
  const paid = body.refunds.paid;
  expect(paid).toMatchObject([{ kind: 'card', amountMinor: 20_00, refundedMinor: 0 }]);
  const { payments } = (await osric.get(`/sales/${corrected.saleId}`)).body;
  const taken = payments.find(({ amountMinor }: any) => amountMinor > 0);
  const voided = await osric.send(`/sales/${sold.saleId}/void`, {}, { approval });
  expect(voided.body.refusals).toMatchObject([{ code: 'void.corrected' }]);
  // Back to cash: the first tender and the second cancel out, the third stands.
  await correct({ saleId: corrected.saleId, saleTenderId: taken.id }, toCash());
  const again = (await osric.get(`/sales/${sold.saleId}/returnable`)).body;
  expect(again.refunds.paid).toMatchObject([{ kind: 'cash', amountMinor: 20_00 }]);
  await countAndClose(osric, drawerId);
});

test('after its drawer was counted, cash stands against over and short; the card waits in its batch', async () => {
  const sold = await ring([cash(id, 31_80)], 31_80);
  const closed = await countAndClose(osric, drawerId, -31_80);
  expect(closed.differenceMinor).toBe(-31_80);
  const short = async () => {
    const { accounts } = (await osric.get('/trial-balance')).body;
    const one = accounts.find(({ role }: any) => role === 'overAndShort');
    return (one?.debitMinor ?? 0) - (one?.creditMinor ?? 0);
  };
  const before = await short();
  await correct(sold, meridian());
  expect((await short()) - before).toBe(-31_80);
});

test('what else rests on a tender is not put right so', async () => {
  const byCheque = {
    kind: 'cheque',
    tenderId: id.tenders['cheque'],
    amountMinor: 9_00,
    cheque: { number: '404', drawnBy: 'Bo', dated: '2026-03-02' },
  };
  const sold = await ring([byCheque], 9_00);
  expect((await correct(sold, meridian())).body.refusals).toMatchObject([
    { code: 'correct.kind' },
  ]);
  const tipped = await osric.send('/sales', {
    drawerId,
    lines: [],
    extras: [{ kind: 'voucher', amountMinor: 15_00 }],
    tenders: [card(id, 15_00)],
  });
  const { payments } = (await osric.get(`/sales/${tipped.body.saleId}`)).body;
  const of = { saleId: tipped.body.saleId, saleTenderId: payments[0].id };
  expect((await correct(of, toCash())).body.refusals).toMatchObject([
    { code: 'correct.hasExtras' },
  ]);
});
