import { audit } from '../src/audit/audit';
import { countAndClose, importStatement, statementOf } from './day';
import {
  book,
  cash,
  ids,
  openShop,
  ourCheque,
  type Ids,
  type Person,
  type TestShop,
} from './harness';

let shop: TestShop;
let id: Ids;
let fenella: Person;
let osric: Person;
const DAY = '2026-03-02';
beforeAll(async () => {
  shop = await openShop();
  id = await ids(shop);
  fenella = await shop.as('fenella');
  osric = await shop.as('osric');
});
afterEach(async () => {
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const approval = { approverId: 3, pin: '864286', reason: 'Paid by cheque last week' };
const ring = (command: object, options = {}) =>
  fenella.send(
    '/sales',
    { drawerId: id.drawers['shop'], lines: [], tenders: [], ...command },
    options,
  );
let papers = 70;
const soldByCheque = async (amountMinor: number) => {
  papers += 1;
  const cheque = { number: String(papers), drawnBy: 'Bo of the Gannet', dated: DAY };
  const tender = { kind: 'cheque', tenderId: id.tenders['cheque'], amountMinor, cheque };
  return (await ring({ lines: [book(id, amountMinor)], tenders: [tender] })).body.saleId;
};
const giveBack = (saleId: number, refund: object, options = {}) => {
  const lines = [{ position: 1, quantity: '1' }];
  const returned = { saleId, lines, reason: 'notNeeded', condition: 'asNew' };
  return ring({ returned, refunds: [refund] }, options);
};
const bead = async () =>
  (await osric.get(`/days/${DAY}`)).body.beads.find((one: any) => one.key === 'ownCheque');

test('what is wrong with a cheque of ours is said, and nothing is kept', async () => {
  const paidInCash = (await ring({ lines: [book(id)], tenders: [cash(id, 12_00)] })).body
    .saleId;
  const cheque = ourCheque(id, 12_00, '100');
  expect(await giveBack(paidInCash, cheque)).toMatchObject({
    status: 409,
    body: {
      rules: [
        {
          code: 'rule.refundByCheque',
          params: { chequeMinor: 12_00, chequesLeftMinor: 0 },
        },
      ],
    },
  });
  expect(await giveBack(paidInCash, ourCheque(id, 12_00, '100', 99))).toMatchObject({
    status: 422,
    body: { refusals: [{ code: 'bankAccount.unknown' }] },
  });
  expect(await giveBack(paidInCash, ourCheque(id, 12_00, 'A1'))).toMatchObject({
    body: { refusals: [{ code: 'ownCheque.number', at: 'refunds.0.cheque.number' }] },
  });
  expect(await shop.all('SELECT id FROM own_cheque')).toEqual([]);
  expect((await giveBack(paidInCash, cheque, { approval })).status).toBe(200);
});

test('voiding the ticket voids the cheque, whose number stays used', async () => {
  const saleId = await soldByCheque(30_00);
  const { body } = await giveBack(saleId, ourCheque(id, 30_00, '101'));
  expect(await bead()).toMatchObject({ takenMinor: -42_00, stage: 'sent' });
  expect((await fenella.send(`/sales/${body.saleId}/void`, {}, { approval })).status).toBe(
    200,
  );
  expect(await bead()).toMatchObject({ takenMinor: -12_00 });
  expect(await giveBack(saleId, ourCheque(id, 30_00, '101'))).toMatchObject({
    body: { refusals: [{ code: 'ownCheque.used', params: { number: '101' } }] },
  });
});

test('it comes home when the bank has paid it; the trail goes both ways', async () => {
  const saleId = await soldByCheque(50_00);
  const { body } = await giveBack(saleId, ourCheque(id, 50_00, '000102'));
  await countAndClose(fenella, id.drawers['shop']!);
  shop.setNow('2026-03-20T14:00:00Z');
  await importStatement(
    osric,
    statementOf(
      1000_00,
      // Found by its number, although another line of the sum stands beside it.
      { date: '2026-03-19', amountMinor: -50_00, text: 'Harbour dues 102' },
      { date: '2026-03-20', amountMinor: -50_00, text: 'CHQ 102' },
    ),
  );
  await shop.jobsEnded();
  expect(await bead()).toMatchObject({
    stage: 'sent',
    byStage: { sent: -12_00, home: -50_00 },
  });
  const { accounts, openMovements, openLines } = (await osric.get('/statement')).body;
  expect(accounts[0]).toMatchObject({ openMovementsMinor: -12_00, openLinesMinor: -50_00 });
  expect(openMovements).toMatchObject([{ kind: 'ownCheque', number: '100', days: [DAY] }]);
  expect(openLines).toMatchObject([{ text: 'Harbour dues 102' }]);

  const { steps } = (await osric.get(`/trail/beads/${DAY}/ownCheque`)).body;
  expect(steps).toMatchObject([
    { kind: 'sale', amountMinor: -62_00 },
    { kind: 'ownCheque', number: '100', place: 'sent', amountMinor: -12_00 },
    { kind: 'ownCheque', number: '000102', amountMinor: -50_00 },
    { kind: 'line', place: 'home', amountMinor: -50_00 },
    { kind: 'waiting', place: 'sent', amountMinor: -12_00 },
  ]);
  const back = (await osric.get(`/trail/lines/${steps[3].id}`)).body;
  expect(back).toMatchObject({
    steps: [{ kind: 'line' }, { kind: 'ownCheque', number: '000102' }],
    days: [{ date: DAY, key: 'ownCheque', amountMinor: -50_00 }],
  });

  expect((await osric.send(`/matches/${back.matchGroupId}/undo`, {})).status).toBe(200);
  expect(await bead()).toMatchObject({ byStage: { sent: -62_00 } });
  expect((await fenella.get(`/sales/${body.saleId}`)).body.payments).toMatchObject([
    { amountMinor: -50_00, ownCheque: { number: '000102', payee: 'Bo of the Gannet' } },
  ]);
});

test('a cheque that was paid keeps its ticket from being voided, one never cashed is loose', async () => {
  const saleId = await soldByCheque(9_00);
  const { body } = await giveBack(saleId, ourCheque(id, 9_00, '103'));
  await shop.pool.query(
    `INSERT INTO match_group (bank_account_id, certain, grade, round, user_id, matched_at)
     VALUES (1, 0, 1, 0, 1, '2026-03-20 12:00:00')`,
  );
  const setMatch = (sql: string) =>
    shop.pool.query(`UPDATE own_cheque SET match_group_id = ${sql} WHERE number = '103'`);
  await setMatch('(SELECT MAX(id) FROM match_group)');
  expect(await fenella.send(`/sales/${body.saleId}/void`, {}, { approval })).toMatchObject({
    body: { refusals: [{ code: 'void.chequeCashed' }] },
  });
  await setMatch('NULL');
  const late = async () =>
    (await osric.get('/loose-ends')).body.ends.filter(
      ({ code }: { code: string }) => code === 'chequeNotCashed',
    );
  expect(await late()).toEqual([]);
  shop.setNow('2026-10-15T14:00:00Z');
  osric = await shop.as('osric');
  expect((await late()).length).toBe(3);
});
