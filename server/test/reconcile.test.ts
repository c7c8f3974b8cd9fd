import { statementCamt053 } from '@abacist/sim/bank';
import { audit } from '../src/audit/audit';
import { importStatement, statementOf } from './day';
import { openShop, textOfPdf, type TestShop } from './harness';
import { approval, codes, regularsOf } from './regulars';

/*
 * A statement is reconciled as of any day, finished once all its lines are known, and its lines are locked until a
 * manager opens it again.
 */
let shop: TestShop;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
const osric = () => regulars.osric();
const APRIL = [
  { date: '2026-04-01', amountMinor: -18_50, text: 'MONTHLY PLAN' },
  { date: '2026-04-03', amountMinor: 4_20, text: 'INTEREST' },
];

beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
  await regulars.at('2026-04-10T15:00:00Z');
  const brought = await importStatement(osric(), statementOf(1_000_00, ...APRIL));
  expect(brought.status).toBe(200);
  await shop.jobsEnded();
});
afterEach(async () => {
  await shop.jobsEnded();
  await shop.seal();
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const at = async (asOf = '') =>
  (await osric().get(`/reconciliation${asOf && `?asOf=${asOf}`}`)).body;
const lineOf = async (text: string) =>
  (await osric().get('/statement/lines?limit=100')).body.lines.find(
    (one: any) => one.text === text,
  );
const act = async (text: string, kind: string, account: string) => {
  const { id: lineId, amountMinor } = await lineOf(text);
  const whole = Math.abs(amountMinor);
  const said = await osric().send('/drawer-acts', {
    ...{ kind, bankAccountId: 1, amountMinor: whole, party: '', words: text, lineId },
    parts: [{ account, amountMinor: whole, taxCodeId: null, words: '' }],
  });
  expect(said.status).toBe(200);
};
const finish = (asOf: string) => osric().send('/reconciliations', { bankAccountId: 1, asOf });

test('what stands on one side alone is listed, and no open line is finished', async () => {
  expect(await at()).toMatchObject({
    ...{ asOf: '2026-04-03', statementMinor: 985_70, booksMinor: 1_000_00, linesOpen: 2 },
    ...{ differenceMinor: 0, underWay: [], missing: [] },
    sums: { notPosted: { count: 2, minor: -14_30 }, underWay: { count: 0, minor: 0 } },
    notPosted: [
      { text: 'MONTHLY PLAN', amountMinor: -18_50 },
      { text: 'INTEREST', amountMinor: 4_20 },
    ],
  });
  // Recorded on the 10th, shown on the 1st: by then it stands at the bank, and less on its way there.
  await act('MONTHLY PLAN', 'paidByBank', 'bankCharges');
  expect(await at('2026-04-02')).toMatchObject({
    ...{ statementMinor: 981_50, bankMinor: 981_50, transitMinor: 18_50, linesOpen: 0 },
    ...{ differenceMinor: 0, notPosted: [], underWay: [{ amountMinor: 18_50 }] },
  });
  for (const [asOf, code] of [
    ['2026-04-03', 'reconcile.linesOpen'],
    ['2026-04-11', 'reconcile.future'],
    ['2026-04-09', 'reconcile.notCovered'],
  ] as const)
    expect(codes(await finish(asOf))).toEqual([code]);
  await act('INTEREST', 'moneyInBank', 'interestIncome');
});

test('finished, its lines are locked and it has a paper; a manager opens it again', async () => {
  expect(await finish('2026-04-02')).toMatchObject({ body: { number: 'RC-1' } });
  expect(codes(await finish('2026-04-01'))).toEqual(['reconcile.earlier']);
  const done = await finish('2026-04-03');
  expect(done).toMatchObject({ status: 200, body: { number: 'RC-2' } });
  const plan = await lineOf('MONTHLY PLAN');
  const undo = () => osric().send(`/matches/${plan.match.groupId}/undo`, {});
  expect(codes(await undo())).toEqual(['reconcile.finished']);
  const late = [...APRIL, { date: '2026-04-03', amountMinor: -1_00, text: 'LATE' }];
  expect(codes(await importStatement(osric(), statementOf(1_000_00, ...late)))).toEqual([
    'reconcile.finished',
  ]);
  // A statement of before without a line moves what the books begin with: that is refused too.
  const before = statementCamt053(999_00, [], { from: '2026-03-25', to: '2026-03-28' });
  expect(codes(await importStatement(osric(), before))).toEqual(['reconcile.finished']);
  const paper = await osric().send('/papers', {
    ...{ kind: 'reconciliation', subject: 'reconciliation', subjectId: done.body.id },
    ...{ format: 'page', how: 'pdf' },
  });
  expect(paper.status).toBe(200);
  const pdf = await shop.download(osric(), `/papers/${paper.body.issueId}/pdf`);
  const text = await textOfPdf(pdf);
  for (const said of ['985.70', 'RC-2', 'MONTHLY PLAN', 'Osric, 10 April 2026'])
    expect(text).toContain(said);
  // One finished later is opened first; a bookkeeper alone does not.
  const [second, first] = (await at()).finished;
  const reopen = (id: number, word?: object) =>
    osric().send(
      `/reconciliations/${id}/reopen`,
      { reason: 'a line is wrong' },
      word ? { approval: word } : {},
    );
  expect(codes(await reopen(first.id))).toEqual(['reconcile.laterFinished']);
  expect((await reopen(second.id)).status).toBe(409);
  expect(await reopen(second.id, approval)).toMatchObject({
    body: { number: 'RO-1' },
  });
  expect(codes(await reopen(second.id))).toEqual(['reconcile.reopened']);
  expect((await at()).finished[0].reopened).toMatchObject({ reason: 'a line is wrong' });
  expect(codes(await undo())).toEqual(['reconcile.finished']);
  expect((await reopen(first.id, approval)).status).toBe(200);
  expect((await undo()).status).toBe(200);
});
