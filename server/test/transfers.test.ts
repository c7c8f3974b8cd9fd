import { audit } from '../src/audit/audit';
import { importStatement, statementOf } from './day';
import { book, openShop, type Ids, type TestShop } from './harness';
import { approval, codes, pay, regularsOf } from './regulars';

let shop: TestShop;
let id: Ids;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
const DAY = '2026-03-02';
beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
  id = regulars.id;
});
afterEach(async () => {
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const byTransfer = (amountMinor: number, more: object = {}) => ({
  kind: 'transfer',
  tenderId: id.tenders['transfer'],
  amountMinor,
  bankAccountId: 1,
  reference: '',
  ...more,
});
const bead = async (key: string) =>
  (await regulars.osric().get(`/days/${DAY}`)).body.beads.find((one: any) => one.key === key);
const view = async () => (await regulars.osric().get('/statement')).body;

test('a payment by transfer is on its way until a line shows it; the charge comes home with it', async () => {
  const { open, charge, page, ring } = regulars;
  const own = await open('Surveyor’s practice', { limitMinor: null });
  await charge(own.id, 80_00);
  const [item] = (await page(own.id)).items;
  const give = [{ chargeItemId: item.id, amountMinor: 80_00, discountMinor: 0 }];
  const send = (more: object) =>
    ring({ extras: [pay(own.id, 80_00, give)], tenders: [byTransfer(80_00, more)] });
  expect(codes(await send({ bankAccountId: 99 }))).toEqual(['bankAccount.unknown']);
  expect(codes(await send({ reference: '4012 8888 8888 1881' }))).toEqual(['text.cardNumber']);
  const wrong = await send({ reference: 'Survey 7' });
  expect(wrong.status).toBe(200);
  const undone = await regulars
    .fenella()
    .send(`/sales/${wrong.body.saleId}/void`, {}, { approval });
  expect(undone.status).toBe(200);
  expect(await bead('transfer')).toBeUndefined();

  const { body: sent } = await send({ reference: 'Invoice 2026-17' });
  expect(await bead('transfer')).toMatchObject({
    shape: 'other',
    stage: 'sent',
    takenMinor: 80_00,
  });
  expect(await bead('onAccount')).toMatchObject({ byStage: { sent: 80_00, home: 0 } });
  expect(await view()).toMatchObject({
    openMovements: [{ kind: 'transfer', number: sent.number, party: 'Invoice 2026-17' }],
  });
  await regulars.at('2026-03-04T14:00:00Z');
  await importStatement(
    regulars.osric(),
    statementOf(
      1000_00,
      // Of the same sum, but only one of them names what the payer wrote.
      { date: '2026-02-27', amountMinor: 80_00, text: 'TRANSFER FROM A STRANGER' },
      { date: '2026-03-03', amountMinor: 80_00, text: 'TRANSFER INVOICE 2026-17' },
    ),
  );
  await shop.jobsEnded();
  expect((await view()).openLines).toMatchObject([{ text: 'TRANSFER FROM A STRANGER' }]);
  expect(await bead('transfer')).toMatchObject({ stage: 'home' });
  expect(await bead('onAccount')).toMatchObject({ stage: 'home' });
  const { steps } = (await regulars.osric().get(`/trail/beads/${DAY}/transfer`)).body;
  expect(steps).toMatchObject([
    { kind: 'sale', amountMinor: 80_00 },
    { kind: 'transfer', number: sent.number, place: 'sent' },
    { kind: 'line', place: 'home', amountMinor: 80_00 },
  ]);
  const late = await regulars.fenella().send(`/sales/${sent.saleId}/void`, {}, { approval });
  expect(codes(late)).toEqual(['void.notToday']);
});

test('a line that nobody knew is taken as a payment, and both are matched at once', async () => {
  const { open, page, ring } = regulars;
  const own = await open('Sailing school', { limitMinor: null });
  const [line] = (await view()).openLines;
  const take = (amountMinor: number) =>
    ring({
      extras: [pay(own.id, amountMinor)],
      tenders: [byTransfer(amountMinor, { lineId: line.id, reference: 'A STRANGER' })],
    });
  expect(codes(await take(79_00))).toEqual(['match.amountDiffers']);
  expect((await page(own.id)).balanceMinor).toBe(0);
  const taken = await take(80_00);
  expect(taken.status).toBe(200);
  const voiding = await regulars
    .fenella()
    .send(`/sales/${taken.body.saleId}/void`, {}, { approval });
  expect(codes(voiding)).toEqual(['void.chequeCashed']);
  expect(await view()).toMatchObject({ openLines: [], openMovements: [] });
  expect(codes(await take(80_00))).toEqual(['match.taken']);
  expect((await page(own.id)).creditMinor).toBe(80_00);
  const trail = (await regulars.osric().get(`/trail/lines/${line.id}`)).body;
  expect(trail.steps[1]).toMatchObject({ kind: 'transfer', amountMinor: 80_00 });
  expect(trail.days).toMatchObject([{ date: '2026-03-04', key: 'transfer' }]);
});

test('goods that a transfer paid give the money back by one, which comes home with its own line', async () => {
  const { ring } = regulars;
  const sold = await ring({
    lines: [book(id, 60_00)],
    tenders: [byTransfer(60_00, { reference: 'Order 2026-30' })],
  });
  const { payments } = (await regulars.fenella().get(`/sales/${sold.body.saleId}`)).body;
  const back = (amountMinor: number) =>
    ring(
      {
        returned: {
          saleId: sold.body.saleId,
          lines: [{ position: 1, quantity: '1' }],
          reason: 'faulty',
          condition: 'asNew',
        },
        refunds: [
          byTransfer(amountMinor, {
            saleTenderId: payments[0].id,
            reference: 'Back 2026-44',
          }),
        ],
      },
      { approval },
    );
  expect((await back(61_00)).status).toBe(422);
  expect((await back(60_00)).status).toBe(200);
  const amounts = async () =>
    (await view()).openMovements.map(({ amountMinor }: any) => amountMinor).sort();
  expect(await amounts()).toEqual([-60_00, 60_00]);
  await regulars.at('2026-03-05T14:00:00Z');
  await importStatement(
    regulars.osric(),
    statementOf(
      1160_00,
      { date: '2026-03-05', amountMinor: 60_00, text: 'TRANSFER ORDER 2026-30' },
      { date: '2026-03-05', amountMinor: -60_00, text: 'TRANSFER BACK 2026-44' },
    ),
  );
  await shop.jobsEnded();
  expect(await amounts()).toEqual([]);
});
