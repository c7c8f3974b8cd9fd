import { audit } from '../src/audit/audit';
import { importStatement, statementOf } from './day';
import { openShop, type TestShop } from './harness';
import { approval, codes, regularsOf } from './regulars';

/*
 * What a person said of lines is learnt: proposed as rules, tried on the past, kept in an order; what nothing expected
 * explains is recorded as they say by one act, and can be taken back like anything else.
 */
let shop: TestShop;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
const osric = () => regulars.osric();
const CHARGE = {
  ...{ what: 'act', kind: 'paidByBank', account: 'bankCharges', taxCodeId: null },
  ...{ party: 'The bank', words: '' },
};
const RULE = {
  ...{ pattern: 'monthly plan', money: 'out', fromMinor: null, toMinor: null },
  ...{ bankAccountId: null, answer: CHARGE },
};

beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
  await regulars.at('2026-04-10T15:00:00Z');
  const brought = await importStatement(
    osric(),
    statementOf(
      9_000_00,
      { date: '2026-03-05', amountMinor: -18_50, text: 'MONTHLY PLAN MAR' },
      { date: '2026-03-06', amountMinor: -18_50, text: 'MONTHLY PLAN FEB' },
      { date: '2026-04-05', amountMinor: -18_50, text: 'MONTHLY PLAN APR' },
      { date: '2026-04-06', amountMinor: -640_00, text: 'RENT LOFT APR' },
      { date: '2026-04-07', amountMinor: -250_00, text: 'ISLAND REVENUE' },
    ),
  );
  expect(brought.status).toBe(200);
  await shop.jobsEnded();
});
afterEach(async () => {
  await shop.jobsEnded();
  await shop.seal();
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const lines = async () => (await osric().get('/statement')).body.openLines;
const lineOf = async (text: string) => (await lines()).find((one: any) => one.text === text);
const view = async () => (await osric().get('/taught-rules')).body;
const save = (rule: object, replaces?: number) =>
  osric().send('/taught-rules', { rule, ...(replaces && { replaces }) });

test('twice answered alike, a rule is proposed; what it would have caught is told', async () => {
  for (const text of ['MONTHLY PLAN FEB', 'MONTHLY PLAN MAR']) {
    const { id: lineId } = await lineOf(text);
    const answer = await osric().send('/drawer-acts', {
      ...{ kind: 'paidByBank', bankAccountId: 1, amountMinor: 18_50, lineId },
      ...{ party: 'The bank', words: text },
      parts: [{ account: 'bankCharges', amountMinor: 18_50, taxCodeId: null, words: '' }],
    });
    expect(answer.status).toBe(200);
  }
  const { rules, proposed, history } = await view();
  expect([rules, proposed]).toEqual([[], [{ ...RULE, bankAccountId: 1 }]]);
  expect(history).toHaveLength(5);
});

test('rules are checked, ordered, replaced, taken away and put back', async () => {
  for (const [wrong, code] of [
    [{ pattern: '..' }, 'taught.pattern'],
    [{ money: 'in' }, 'taught.direction'],
    [{ answer: { ...CHARGE, account: 'otherIncome' } }, 'taught.account'],
  ] as const)
    expect(codes(await save({ ...RULE, ...wrong }))).toEqual([code]);
  const { id: first } = (await save({ ...RULE, pattern: 'plan' })).body;
  const { id: second } = (
    await save({ ...RULE, pattern: 'loft', answer: { ...CHARGE, account: 'rent' } })
  ).body;
  const order = (ids: number[]) => osric().send('/taught-rules/order', { ids });
  expect(codes(await order([second]))).toEqual(['taught.order']);
  expect((await order([second, first])).status).toBe(200);
  const { id: better } = (await save(RULE, first)).body;
  expect(codes(await save(RULE, first))).toEqual(['taught.removed']);
  const { rules, removed } = await view();
  expect(rules.map(({ id }: any) => id)).toEqual([second, better]);
  expect(removed.map(({ id }: any) => id)).toEqual([first]);
  expect((await osric().send(`/taught-rules/${better}/remove`, {})).status).toBe(200);
  expect(await lineOf('MONTHLY PLAN APR')).toMatchObject({ taught: null });
  expect((await osric().send(`/taught-rules/${better}/restore`, {})).status).toBe(200);
  expect(await lineOf('MONTHLY PLAN APR')).toMatchObject({
    ...{ status: 'open', taught: { ruleId: better, answer: CHARGE } },
  });
});

test('lines are recorded as their rules say by one act: all of them or none', async () => {
  const { id: tax } = (
    await save({
      ...{ ...RULE, pattern: 'revenue', bankAccountId: 1 },
      answer: { what: 'tax', authorityId: 1 },
    })
  ).body;
  const known = (await lines()).flatMap(({ id, taught }: any) =>
    taught ? [{ lineId: id, ruleId: taught.ruleId }] : [],
  );
  expect(known).toHaveLength(3);
  const [plan] = known;
  const apply = (all: object[]) => osric().send('/taught-answers', { lines: all });
  expect(
    codes(await apply([plan, { ...plan, lineId: known[1].lineId, ruleId: tax }])),
  ).toEqual(['taught.notCaught']);
  expect(await lines()).toHaveLength(3);
  expect(await apply(known)).toMatchObject({ status: 200, body: { recorded: 3 } });
  await shop.jobsEnded();
  expect(await lines()).toEqual([]);
  expect(codes(await apply([plan]))).toEqual(['match.taken']);
  const posted = await shop.one<{ rent: number; tax: number }>(
    `SELECT SUM(IF(a.role = 'rent', l.amount_minor, 0)) AS rent,
       SUM(IF(a.role = 'taxPayable' AND e.kind = 'taxPayment', l.amount_minor, 0)) AS tax
     FROM entry_line l JOIN account a ON a.id = l.account_id JOIN entry e ON e.id = l.entry_id`,
  );
  expect([Number(posted.rent), Number(posted.tax)]).toEqual([640_00, 250_00]);
  // It is undone like any other answer, and the line asks again.
  const line = (await osric().get('/statement/lines?limit=9')).body.lines.find(
    ({ text }: any) => text === 'RENT LOFT APR',
  );
  expect((await osric().send(`/matches/${line.match.groupId}/undo`, {})).status).toBe(200);
  await shop.jobsEnded();
  const [proposal] = (await osric().get('/statement')).body.proposals;
  expect(proposal).toMatchObject({ because: 'undone', lines: [{ text: 'RENT LOFT APR' }] });
  const { undo } = proposal.movements[0];
  expect((await osric().send(undo, { reason: 'not the rent' }, { approval })).status).toBe(
    200,
  );
  expect(await lineOf('RENT LOFT APR')).toMatchObject({ status: 'open', taught: {} });
});

test('a rule divides its lines among accounts; what it recorded is the same to a rule of sums', async () => {
  const { rules } = await view();
  const loft = rules.find(({ pattern }: any) => pattern === 'loft');
  const apart = (over: object) => ({
    ...{ taxCodeId: null, amountMinor: null, percent: null },
    ...over,
  });
  const divided = (...list: object[]) => ({
    ...{ pattern: 'loft', money: 'out', fromMinor: null, toMinor: null, bankAccountId: null },
    answer: { ...CHARGE, account: 'rent', apart: list },
  });
  const power = apart({ account: 'utilities', amountMinor: 100_00 });
  for (const [wrong, code] of [
    [apart({ account: 'utilities' }), 'taught.part'],
    [apart({ account: 'otherIncome', percent: '5' }), 'taught.account'],
  ] as const)
    expect(codes(await save(divided(wrong), loft.id))).toEqual([code]);
  // A line of less than its parts is something else.
  const tooMuch = divided(apart({ account: 'utilities', amountMinor: 640_00 }));
  const { id: wide } = (await save(tooMuch, loft.id)).body;
  expect(await lineOf('RENT LOFT APR')).toMatchObject({ taught: null });
  const shares = divided(power, apart({ account: 'repairs', percent: '12.5' }));
  const { id: ruleId } = (await save(shares, wide)).body;
  const { id: lineId } = await lineOf('RENT LOFT APR');
  const recorded = await osric().send('/taught-answers', { lines: [{ lineId, ruleId }] });
  expect(recorded).toMatchObject({ status: 200, body: { recorded: 1 } });
  await shop.jobsEnded();
  const posted = await shop.all<{ role: string; amount: string }>(
    `SELECT a.role, SUM(l.amount_minor) AS amount
     FROM entry_line l JOIN account a ON a.id = l.account_id
     WHERE a.role IN ('rent', 'utilities', 'repairs') GROUP BY a.role ORDER BY a.role`,
  );
  expect(posted.map(({ role, amount }) => [role, Number(amount)])).toEqual([
    ['rent', 460_00],
    ['repairs', 80_00],
    ['utilities', 100_00],
  ]);
  const { history } = await view();
  const said = history.find(({ text }: any) => text === 'RENT LOFT APR').answer;
  expect(said).toMatchObject({
    account: 'rent',
    apart: [
      { account: 'utilities', amountMinor: 100_00 },
      { account: 'repairs', amountMinor: 80_00 },
    ],
  });
});
