import { audit } from '../src/audit/audit';
import { cash, openShop, type TestShop } from './harness';
import { approval, codes, pay, regularsOf } from './regulars';

let shop: TestShop;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
});
afterAll(() => shop.close());

test('late charges are proposed for a month, reviewed, and posted once', async () => {
  const { open, charge, page, ring, id } = regulars;
  const terms = { netDays: 10, endOfMonth: false, discountPercent: '0', discountDays: 0 };
  const late = await open('Pays late', { limitMinor: null, terms });
  const small = await open('Owes little', { limitMinor: null, terms });
  const good = await open('Pays in time', { limitMinor: null, terms });
  await charge(late.id, 400_00);
  await charge(small.id, 20_00);
  await charge(good.id, 300_00);
  await regulars.at('2026-03-10T15:00:00Z');
  const [item] = (await page(good.id)).items;
  const give = [{ chargeItemId: item.id, amountMinor: 300_00, discountMinor: 0 }];
  await ring({ extras: [pay(good.id, 300_00, give)], tenders: [cash(id, 300_00)] });
  // A credit that waits is money that the shop has.
  await ring({ extras: [pay(late.id, 100_00)], tenders: [cash(id, 100_00)] });
  const osric = () => regulars.osric();
  expect(codes(await osric().get('/late-charges?month=2026-03'))).toEqual([
    'lateCharge.monthNotOver',
  ]);

  await regulars.at('2026-04-02T15:00:00Z');
  // What is paid after the month's end was late at its end all the same.
  await ring({ extras: [pay(late.id, 50_00)], tenders: [cash(id, 50_00)] });
  await osric().send(
    '/account-rules',
    {
      ...(await osric().get('/account-rules')).body,
      latePercent: '1.5',
      lateGraceDays: 5,
      lateMinimumMinor: 2_00,
    },
    { approval },
  );
  const proposed = (await osric().get('/late-charges?month=2026-03')).body;
  expect(proposed).toMatchObject({ monthEnd: '2026-03-31', monthlyPercent: '1.5' });
  // 1.5 % of 300.00 is 4.50; of 20.00 it is 0.30, and the least is 2.00.
  expect(proposed.rows).toMatchObject([
    { name: 'Owes little', baseMinor: 20_00, chargeMinor: 2_00, oldestDue: '2026-03-12' },
    { name: 'Pays late', baseMinor: 300_00, chargeMinor: 4_50, chargedMinor: null },
  ]);
  const postCharges = (...charges: [number, number][]) =>
    osric().send('/late-charges', {
      month: '2026-03',
      charges: charges.map(([chargeAccountId, amountMinor]) => ({
        chargeAccountId,
        amountMinor,
      })),
    });
  expect(codes(await postCharges([late.id, 4_51]))).toEqual(['lateCharge.moreThanRule']);
  expect(codes(await postCharges([late.id, 4_50], [good.id, 1_00]))).toEqual([
    'lateCharge.notLate',
  ]);
  expect((await page(late.id)).balanceMinor).toBe(250_00);
  expect((await postCharges([late.id, 4_00])).body).toEqual({
    number: 'F-1',
    count: 1,
    totalMinor: 4_00,
  });
  expect(codes(await postCharges([late.id, 4_00]))).toEqual(['lateCharge.already']);
  const charged = await page(late.id);
  expect(charged.balanceMinor).toBe(254_00);
  expect(charged.items.at(-1)).toMatchObject({
    kind: 'lateCharge',
    number: 'F-1',
    dueDate: '2026-04-12',
    leftMinor: 4_00,
  });
  expect((await osric().get('/late-charges?month=2026-03')).body.rows).toMatchObject([
    { chargedMinor: null },
    { chargedMinor: 4_00 },
  ]);

  // Posted by mistake: it is withdrawn, both stay in sight, and the month may be charged again.
  const withdraw = (itemId: number) =>
    osric().send(`/open-items/${itemId}/withdraw`, { reason: 'He had called before' });
  const invoice = charged.items.find(({ kind }: any) => kind === 'charge');
  expect(codes(await withdraw(invoice.id))).toEqual(['openItem.cannotWithdraw']);
  const gone = (await withdraw(charged.items.at(-1).id)).body;
  expect(gone.balanceMinor).toBe(250_00);
  expect(gone.timeline.rows.slice(0, 2)).toMatchObject([
    { kind: 'withdrawn', number: 'Y-1', amountMinor: -4_00 },
    { kind: 'lateCharge', number: 'F-1', amountMinor: 4_00 },
  ]);
  expect(codes(await withdraw(charged.items.at(-1).id))).toEqual(['openItem.touched']);
  const back = `/allocations/${gone.allocations[0].id}/undo`;
  expect(codes(await osric().send(back, { reason: 'A try' }))).toEqual(['allocation.spent']);
  expect((await postCharges([late.id, 4_50])).body).toMatchObject({ totalMinor: 4_50 });
  const { accounts } = (await osric().get('/trial-balance')).body;
  expect(accounts.find(({ role }: any) => role === 'lateCharges')).toMatchObject({
    creditMinor: 4_50,
  });
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
