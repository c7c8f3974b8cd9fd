import { audit } from '../src/audit/audit';
import { card, cash, openShop, type TestShop } from './harness';
import { approval, codes, pay, regularsOf } from './regulars';

/* A payment on an account of an earlier day is taken back whole, by one approved act of today. */
let shop: TestShop;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
});
afterEach(async () => {
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const itemOf = (chargeAccountId: number, number: string) =>
  shop.one(
    `SELECT i.id, i.left_minor AS leftMinor FROM open_item i
     JOIN document d ON d.kind = 'sale' AND d.subject_id = i.sale_id
     WHERE i.charge_account_id = ? AND CONCAT(d.series, '-', d.number) = ?`,
    [chargeAccountId, number],
  );
const movedSince = async (entryId: number) =>
  shop.all(
    `SELECT a.role, SUM(l.amount_minor) AS moved FROM entry_line l
     JOIN account a ON a.id = l.account_id
     WHERE l.entry_id > ? GROUP BY a.role HAVING moved <> 0`,
    [entryId],
  );
const lastEntry = async () => (await shop.one('SELECT MAX(id) AS id FROM entry')).id as number;

test('what it settled is open again, its discount gone, the branch’s too; a void puts all back', async () => {
  const office = await regulars.open('Boatyard office');
  const slipway = await regulars.open('Boatyard slipway', { parentId: office.id });
  const own = (await regulars.charge(office.id, 100_00)).body;
  const theirs = (await regulars.charge(slipway.id, 50_00)).body;
  const before = await lastEntry();
  const give = async (
    chargeAccountId: number,
    number: string,
    amountMinor: number,
    off = 0,
  ) => ({
    chargeItemId: (await itemOf(chargeAccountId, number)).id,
    amountMinor,
    discountMinor: off,
  });
  const allocations = [
    await give(office.id, own.number, 98_00, 2_00),
    await give(slipway.id, theirs.number, 30_00),
  ];
  const paid = await regulars.ring({
    extras: [pay(office.id, 150_00, allocations)],
    tenders: [card(regulars.id, 150_00)],
  });
  expect(paid.status).toBe(200);
  expect((await regulars.page(office.id)).balanceMinor).toBe(-22_00);

  await regulars.at('2026-03-05T14:00:00Z');
  const sale = async () => (await regulars.osric().get(`/sales/${paid.body.saleId}`)).body;
  expect((await sale()).extras).toMatchObject([{ mayTakeBack: true }]);
  const extra = {
    kind: 'paymentBack',
    chargeAccountId: office.id,
    ofSaleId: paid.body.saleId,
    amountMinor: 150_00,
  };
  const tender = await shop.one('SELECT id FROM sale_tender WHERE sale_id = ?', [
    paid.body.saleId,
  ]);
  const toCard = (amountMinor: number) => ({
    kind: 'card',
    tenderId: regulars.id.tenders['meridian'],
    saleTenderId: tender.id,
    amountMinor,
    reference: 'B-1',
  });
  const back = (more: object = {}, options: object = { approval }) =>
    regulars.ring({ extras: [{ ...extra, ...more }], refunds: [toCard(150_00)] }, options);
  expect(codes(await back({ amountMinor: 100_00 }))).toEqual(['payment.wholeBack']);
  expect(codes(await back({ chargeAccountId: slipway.id }))).toEqual(['payment.unknown']);
  expect(codes(await back({}, {}))).toEqual(['rule.paymentBack']);
  const taken = await back();
  expect(taken.body).toMatchObject({ totalMinor: -150_00 });
  // All is as before the payment, to the cent and on every account.
  expect(await movedSince(before)).toEqual([]);
  expect((await regulars.page(office.id)).balanceMinor).toBe(100_00);
  expect((await regulars.page(slipway.id)).balanceMinor).toBe(50_00);
  expect(await itemOf(office.id, own.number)).toMatchObject({ leftMinor: 100_00 });
  expect((await sale()).extras).toMatchObject([{ mayTakeBack: false }]);
  expect(codes(await back())).toEqual(['payment.wholeBack']);
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });

  const voided = await regulars
    .fenella()
    .send(`/sales/${taken.body.saleId}/void`, {}, { approval });
  expect(voided.status).toBe(200);
  expect((await regulars.page(office.id)).balanceMinor).toBe(-22_00);
  expect(await itemOf(office.id, own.number)).toMatchObject({ leftMinor: 0 });
  expect(await itemOf(slipway.id, theirs.number)).toMatchObject({ leftMinor: 20_00 });
  expect((await back()).status).toBe(200);
});

test('what was paid otherwise since keeps the act from being voided; what is gone, from being done', async () => {
  const gannet = await regulars.open('Lobster boat Gannet');
  const charge = (await regulars.charge(gannet.id, 40_00)).body;
  const all = async () => [
    {
      chargeItemId: (await itemOf(gannet.id, charge.number)).id,
      amountMinor: 40_00,
      discountMinor: 0,
    },
  ];
  const inCash = (amountMinor: number, allocations: object[]) =>
    regulars.ring({
      extras: [pay(gannet.id, amountMinor, allocations)],
      tenders: [cash(regulars.id, amountMinor)],
    });
  const first = await inCash(60_00, await all());
  await regulars.at('2026-03-06T14:00:00Z');
  const outOf = (ofSaleId: number, amountMinor: number) => ({
    extras: [{ kind: 'paymentBack', chargeAccountId: gannet.id, ofSaleId, amountMinor }],
    refunds: [{ kind: 'cash', tenderId: regulars.id.tenders['cash'], amountMinor }],
  });
  const taken = await regulars.ring(outOf(first.body.saleId, 60_00), { approval });
  expect(taken.status).toBe(200);
  const second = await inCash(60_00, await all());
  expect(second.status).toBe(200);
  const voiding = await regulars
    .fenella()
    .send(`/sales/${taken.body.saleId}/void`, {}, { approval });
  expect(codes(voiding)).toEqual(['payment.usedSince']);

  const credit = (await regulars.page(gannet.id)).items.find(
    ({ leftMinor }: any) => leftMinor < 0,
  );
  const creditOut = {
    kind: 'creditOut',
    chargeAccountId: gannet.id,
    creditItemId: credit.id,
    amountMinor: 5_00,
  };
  const out = await regulars.ring(
    {
      extras: [creditOut],
      refunds: [{ kind: 'cash', tenderId: regulars.id.tenders['cash'], amountMinor: 5_00 }],
    },
    { approval },
  );
  expect(out.status).toBe(200);
  const again = await regulars.ring(outOf(second.body.saleId, 60_00), { approval });
  expect(again.body.refusals).toMatchObject([
    { code: 'payment.wholeBack', params: { amountMinor: 60_00, goneMinor: 5_00 } },
  ]);
});
