import { audit } from '../src/audit/audit';
import { countAndClose, importStatement, settlementOf, statementOf } from './day';
import { base64, book, card, cash, openShop, type Answer, type TestShop } from './harness';
import { approval, codes, holder, input, regularsOf } from './regulars';

/* What the server refuses by what it knows: each with its words, nothing of it kept. */
let shop: TestShop;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
});
afterAll(() => shop.close());
afterEach(async () => {
  await shop.jobsEnded();
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});

const osric = () => regulars.osric();
const fenella = () => regulars.fenella();
const id = () => regulars.id;
const sale = (more: object = {}) => ({
  lines: [book(id(), 20_00)],
  tenders: [cash(id(), 20_00)],
  ...more,
});
const safeItems = async () => {
  const { items } = (await osric().get('/safe')).body;
  return items.map((one: any) => ({ safeItemId: one.id, amountMinor: one.leftMinor }));
};
const slipOf = async (bankAccountId = 1) => {
  const items = await safeItems();
  const bankTotalMinor = items.reduce((sum: number, one: any) => sum + one.amountMinor, 0);
  return osric().send('/slips', { bankAccountId, bankTotalMinor, bankReference: '', items });
};
const why = { reason: 'By mistake' };

const CASES: [string, () => Promise<Answer>, string[]][] = [
  [
    'a command without a key',
    () => fenella().raw('POST', '/sales', { command: sale() }),
    ['input.idempotencyKey'],
  ],
  [
    'a drawer that is not there',
    () => regulars.ring(sale({ drawerId: 99 })),
    ['drawer.unknown'],
  ],
  [
    'a salesperson who is not there',
    () => regulars.ring(sale({ salespersonId: 99 })),
    ['sale.salesperson'],
  ],
  [
    'the terminal for what is no card',
    () =>
      fenella().raw('POST', '/terminal', {
        reference: '0b6f3c62-9d1f-4f5e-8a51-3f1c2f0e9a11',
        tenderId: id().tenders['cash'],
        amountMinor: 5_00,
      }),
    ['terminal.tender'],
  ],
  [
    'a count that nobody began',
    async () => {
      await regulars.ring(sale());
      const { id: sessionId } = await shop.one('SELECT MAX(id) AS id FROM drawer_session');
      return fenella().send(`/counts/${sessionId}/close`, { count: {}, note: '' });
    },
    ['count.notBegun'],
  ],
  [
    'a count that is closed already',
    async () => {
      await countAndClose(fenella(), id().drawers['shop']!);
      const { id: sessionId } = await shop.one(
        'SELECT MAX(drawer_session_id) AS id FROM drawer_close',
      );
      return fenella().send(`/counts/${sessionId}/close`, { count: {}, note: '' });
    },
    ['count.alreadyClosed'],
  ],
  ['a slip for a bank of nobody’s', () => slipOf(9), ['bank.unknownAccount']],
  [
    'a settlement of a processor that is not there',
    () =>
      osric().send('/settlements', {
        processorId: 9,
        mapping: null,
        name: 'hp.csv',
        contentBase64: base64(settlementOf('HP-1', '2026-03-02', '2026-03-02', 20_00)),
      }),
    ['settlement.processor'],
  ],
  ['a match that is not there', () => osric().send('/matches/99/undo', {}), ['match.unknown']],
  [
    'a match that is undone already',
    async () => {
      const slip = (await slipOf()).body;
      const line = { date: '2026-03-02', amountMinor: slip.totalMinor, text: slip.number };
      await importStatement(osric(), statementOf(0, line));
      await shop.jobsEnded();
      const { id: groupId } = await shop.one('SELECT MAX(id) AS id FROM match_group');
      expect((await osric().send(`/matches/${groupId}/undo`, {})).status).toBe(200);
      return osric().send(`/matches/${groupId}/undo`, {});
    },
    ['match.alreadyUndone'],
  ],
  [
    'a bag of which bank and slip agree',
    async () => {
      const { id: slipId } = await shop.one('SELECT MAX(id) AS id FROM slip');
      const { id: lineId } = await shop.one('SELECT MAX(id) AS id FROM statement_line');
      const decision = { cause: 'miscounted', safeItemId: null, note: '' };
      return osric().send(`/slips/${slipId}/bag`, { lineId, ...decision });
    },
    ['bag.agrees'],
  ],
  [
    'a difference of a batch that nobody settled',
    async () => {
      await regulars.ring(sale({ tenders: [card(id(), 20_00)] }));
      const { id: batchId } = await shop.one('SELECT MAX(id) AS id FROM batch');
      return osric().send(`/batches/${batchId}/differences`, { scheme: 'Meridian', ...why });
    },
    ['batch.notSettled'],
  ],
  [
    'a batch of no such scheme',
    () => osric().send('/batches/1/differences', { scheme: 'Nobody’s', ...why }),
    ['batch.unknown'],
  ],
  [
    'a slip of which the bank returned a cheque',
    async () => {
      const cheque = { number: '7', drawnBy: 'Bo', dated: '2026-03-02' };
      const tenderId = id().tenders['cheque'];
      const tenders = [{ kind: 'cheque', tenderId, amountMinor: 20_00, cheque }];
      const { saleId } = (await regulars.ring(sale({ tenders }))).body;
      await countAndClose(fenella(), id().drawers['shop']!);
      const { slipId } = (await slipOf()).body;
      const { payments } = (await osric().get(`/sales/${saleId}`)).body;
      const path = `/cheques/${payments[0].chequeState.id}/return`;
      const returned = { date: '2026-03-02', feeMinor: 0, reason: 'Not sufficient funds' };
      expect((await osric().send(path, returned)).status).toBe(200);
      return osric().send(`/slips/${slipId}/recall`, why);
    },
    ['slip.chequeReturned'],
  ],
  [
    'a ticket that was put aside and taken up by two',
    async () => {
      const parked = { label: 'Bo pays later', ticket: {}, totalMinor: 1 };
      const { body } = await fenella().send('/parked', parked);
      const takeUp = () => fenella().send(`/parked/${body.id}/take-up`, {});
      expect((await takeUp()).status).toBe(200);
      return takeUp();
    },
    ['parked.gone'],
  ],
  [
    'a credit note that can still be used',
    async () => {
      const { saleId } = (await regulars.ring(sale())).body;
      const back = await regulars.ring(
        {
          returned: {
            saleId,
            lines: [{ position: 1, quantity: '1' }],
            reason: 'faulty',
            condition: 'asNew',
          },
          refunds: [
            { kind: 'storeCredit', tenderId: id().tenders['credit'], amountMinor: 20_00 },
          ],
        },
        { approval },
      );
      expect(back.status).toBe(200);
      const { id: creditId } = await shop.one('SELECT MAX(id) AS id FROM credit_note');
      return osric().send(`/credits/${creditId}/expire`, {}, { approval });
    },
    ['credit.stillValid'],
  ],
  [
    'an item of a department that is not there',
    () =>
      osric().send('/departments/999', {
        name: 'Nobody’s',
        taxCodeId: 1,
        active: true,
      }),
    ['item.unknownDepartment'],
  ],
  [
    'an account of a department that is not there',
    () =>
      fenella().send(
        '/accounts',
        { holder: holder('Harbour trust'), account: input({ departmentId: 999 }) },
        { approval },
      ),
    ['department.unknown'],
  ],
  [
    'a payer made a branch of another, and closed before its branches',
    async () => {
      const payer = await regulars.open('Boatyard office');
      const other = await regulars.open('Harbour office');
      await regulars.open('Boatyard slipway', { parentId: payer.id });
      const { version } = await regulars.page(payer.id);
      const closing = await osric().send(`/accounts/${payer.id}/close`, { version });
      expect(codes(closing)).toEqual(['account.openBranches']);
      const account = input({ parentId: other.id });
      return osric().send(`/accounts/${payer.id}`, { account, version }, { approval });
    },
    ['account.hasBranches'],
  ],
  [
    'the rules of accounts without a manager',
    async () => {
      const rules = (await osric().get('/account-rules')).body;
      return osric().send('/account-rules', { ...rules, latePercent: '9' });
    },
    ['rule.accountRules'],
  ],
  [
    'a logo as large as a poster',
    async () => {
      const tamsin = await shop.as('tamsin');
      const head = (await tamsin.get('/paper-head')).body;
      const { hasLogo: _, ...rest } = head;
      const logo = { name: 'poster.png', contentBase64: base64('x'.repeat(1_200_000)) };
      return tamsin.send('/paper-head', { ...rest, logo });
    },
    ['paper.logoSize'],
  ],
];

test.each(CASES)('%s is refused', async (_, act, expected) => {
  const answer = await act();
  expect(answer.status).toBeGreaterThanOrEqual(400);
  expect(answer.status).toBeLessThan(500);
  expect(codes(answer)).toEqual(expected);
});
