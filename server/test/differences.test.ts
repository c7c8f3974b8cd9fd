import { explainDifference } from '@abacist/core/differences';
import { denominations } from '@abacist/core/money';
import { audit } from '../src/audit/audit';
import { pieces } from './day';
import { book, card, cash, ids, openShop, type TestShop } from './harness';

let shop: TestShop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(async () => {
  await shop.seal();
  expect((await audit(shop.admin)).breaches).toEqual([]);
  await shop.close();
});

test('what a session tells of a difference is its receipts, as the journal has their cash', async () => {
  const fenella = await shop.as('fenella');
  const id = await ids(shop);
  const drawerId = id.drawers['hatch']!;
  const sale = (amount: number, tender: object) =>
    fenella.send('/sales', { drawerId, lines: [book(id, amount)], tenders: [tender] });
  const first = (await sale(17_35, cash(id, 20_00))).body;
  await sale(31_40, card(id, 31_40));
  const gone = (await sale(8_20, cash(id, 8_20))).body;
  const approval = { approverId: 3, pin: '864286', reason: 'Rung by mistake' };
  await fenella.send(`/sales/${gone.saleId}/void`, {}, { approval });
  const { sessionId } = (await fenella.send('/counts', { drawerId })).body;
  const evidence = (await fenella.get(`/counts/${sessionId}/evidence`)).body;
  expect(evidence).toMatchObject({
    fundMinor: 100_00,
    documents: [
      {
        number: first.number,
        cashMinor: 17_35,
        tenderedMinor: 20_00,
        voided: false,
        others: [],
      },
      {
        cashMinor: 0,
        tenderedMinor: null,
        others: [{ tender: 'Meridian', amountMinor: 31_40 }],
      },
      { cashMinor: 8_20, voided: true },
    ],
    missingCheques: [],
  });
  const standing = evidence.documents.filter(({ voided }: { voided: boolean }) => !voided);
  const taken = standing.reduce(
    (sum: number, one: { cashMinor: number }) => sum + one.cashMinor,
    evidence.fundMinor,
  );
  const begun = (await fenella.send('/counts', { drawerId })).body;
  expect(taken).toBe(begun.expectedMinor);
  // Counted blind, nobody is told before the close; after it, the day sheet asks.
  await shop.admin.query('UPDATE shop SET blind_count = TRUE');
  expect((await fenella.get(`/counts/${sessionId}/evidence`)).body.refusals).toMatchObject([
    { code: 'count.blind' },
  ]);
  await fenella.send(`/counts/${sessionId}/close`, { count: pieces(taken - 30_00), note: '' });
  await shop.admin.query('UPDATE shop SET blind_count = FALSE');
  const { today } = (await fenella.get('/session')).body.shop;
  const { drawers } = (await fenella.get(`/days/${today}`)).body;
  const close = drawers
    .flatMap(({ closes }: { closes: { sessionId: number }[] }) => closes)
    .find((one: { sessionId: number }) => one.sessionId === sessionId);
  expect(close).toMatchObject({ differenceMinor: -30_00 });
  const after = (await fenella.get(`/counts/${sessionId}/evidence`)).body;
  // The float as it was at the count, though the close has changed what lies there.
  expect(after.fundMinor).toBe(evidence.fundMinor);
  expect(
    explainDifference({
      ...after,
      differenceMinor: close.differenceMinor,
      count: {},
      denominations: denominations('CAD'),
    })[0],
  ).toMatchObject({ cause: 'wrongNote', documents: [{ number: first.number }] });
});
