import { audit } from '../src/audit/audit';
import { bringCards } from './cardFiles';
import { countAndClose, importStatement, statementOf } from './day';
import { card, openShop, type TestShop } from './harness';
import { codes, regularsOf } from './regulars';

/*
 * Movements that one line pays together, and one that several lines pay: matched by the engine or by hand, an
 * entry a line, undone as one. After each step the books hold.
 */
let shop: TestShop;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
const osric = () => regulars.osric();
let closing = 100_00;

/** Sells by card on a day, counts it, and has it settled on Monday 9 March. */
async function sold(day: string, amounts: readonly number[], payout: string) {
  const { id } = regulars;
  await regulars.at(`${day}T15:00:00Z`);
  for (const [i, amountMinor] of amounts.entries()) {
    const rung = await regulars.ring({
      pricesIncludeTax: true,
      lines: [{ departmentId: id.departments['hatch'], amountMinor }],
      tenders: [{ ...card(id, amountMinor), lastFour: '4411', reference: `${payout}-${i}` }],
    });
    expect(rung.status).toBe(200);
  }
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  return amounts.map((amountMinor, i) => ({
    ...{ day, scheme: 'Meridian', last4: '4411', auth: `${payout}-${i}` },
    amount: (amountMinor / 100).toFixed(2),
  }));
}

const books = async (...lines: Parameters<typeof statementOf>[1][]) => {
  const flat = lines as unknown as { date: string; amountMinor: number; text: string }[];
  const answer = await importStatement(osric(), statementOf(closing, ...flat));
  expect(answer).toMatchObject({ status: 200, body: { added: flat.length } });
  closing += flat.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
  await shop.jobsEnded();
};
const lines = async () => (await osric().get('/statement/lines?limit=100')).body.lines;
const lineOf = async (text: string) => (await lines()).find((one: any) => one.text === text);
const undo = async (text: string) => {
  const { match } = await lineOf(text);
  const answer = await osric().send(`/matches/${match.groupId}/undo`, {});
  await shop.jobsEnded();
  return answer;
};
const bead = async (day: string) =>
  (await osric().get(`/days/${day}`)).body.beads.find(
    (one: any) => one.key === 'card 1 Meridian',
  );

beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
});
afterEach(async () => {
  await shop.jobsEnded();
  await shop.seal();
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

test('a weekend that one line pays is certain: the only run of settlements that gives it', async () => {
  const weekend = {
    'W-1': await sold('2026-03-06', [40_00, 11_30], 'W-1'),
    'W-2': await sold('2026-03-07', [25_70], 'W-2'),
    'W-3': await sold('2026-03-08', [9_99], 'W-3'),
  };
  await regulars.at('2026-03-09T15:00:00Z');
  for (const [payout, cards] of Object.entries(weekend))
    expect((await bringCards(osric(), { payout, paid: '2026-03-09' }, cards)).status).toBe(
      200,
    );
  await regulars.at('2026-03-12T15:00:00Z');
  await books(
    { date: '2026-03-06', amountMinor: -1_00, text: 'PLAN' } as never,
    { date: '2026-03-09', amountMinor: 86_99, text: 'Halyard Pay, three days' } as never,
    { date: '2026-03-12', amountMinor: -1_50, text: 'PAPER STATEMENT' } as never,
  );
  const line = await lineOf('Halyard Pay, three days');
  expect(line).toMatchObject({
    status: 'matched',
    match: { certain: true, grade: 2, otherLines: 0 },
  });
  expect(line.match.movements.map(({ amountMinor }: any) => amountMinor)).toEqual([
    51_30, 25_70, 9_99,
  ]);
  for (const day of ['2026-03-06', '2026-03-07', '2026-03-08'])
    expect(await bead(day)).toMatchObject({ stage: 'home' });
  const trail = (await osric().get(`/trail/lines/${line.id}`)).body;
  // In words: no other settlements in a row give it from a banking day before they are due to three after.
  expect(trail.steps[0].note).toEqual({
    code: 'trail.lineOnlyRun',
    params: {
      ...{ totalMinor: 86_99, movementKind: 'settlement' },
      ...{ from: '2026-03-06', to: '2026-03-12' },
    },
  });
  expect(trail.days.map(({ date, amountMinor }: any) => [date, amountMinor])).toEqual([
    ['2026-03-06', 51_30],
    ['2026-03-07', 25_70],
    ['2026-03-08', 9_99],
  ]);
  // The money of three days came in one line: 51.30 after three days, 25.70 after two, 9.99 the next day.
  expect((await osric().get('/homeward?from=2026-03-06&to=2026-03-08')).body.ways).toEqual([
    {
      ...{ source: 'card 1', name: 'Halyard Payments', homeMinor: 86_99 },
      ...{ medianDays: 3, slowDays: 3 },
    },
  ]);
  // A day's sheet as of an earlier day: nothing was home then.
  const sheet = (asOf: string) => osric().get(`/days/2026-03-07?asOf=${asOf}`);
  expect((await sheet('2026-03-08')).body.beads).toMatchObject([{ stage: 'counted' }]);
  expect(codes(await sheet('2026-03-06'))).toEqual(['date.before']);
  // Undone it is offered as the group that it was, and never settles by itself again.
  expect(await undo('Halyard Pay, three days')).toMatchObject({ status: 200 });
  expect(await bead('2026-03-07')).toMatchObject({ stage: 'sent' });
  const [proposal] = (await osric().get('/statement')).body.proposals;
  expect(proposal).toMatchObject({ because: 'undone', grade: 2, lines: [{ id: line.id }] });
  expect(proposal.movements).toHaveLength(3);
  const group = {
    movements: proposal.movements.map(({ key }: any) => key),
    lineIds: [line.id],
  };
  const accept = (groups: object[]) => osric().send('/matches', { bankAccountId: 1, groups });
  expect(codes(await accept([{ ...group, movements: group.movements.slice(1) }]))).toEqual([
    'match.amountDiffers',
  ]);
  expect(await accept([group])).toMatchObject({ status: 200 });
  expect(codes(await accept([group]))).toEqual(['match.taken']);
  expect(await lineOf('Halyard Pay, three days')).toMatchObject({
    match: { certain: false, movements: [{}, {}, {}] },
  });
});

test('a settlement that two lines pay has an entry a line, the oldest day first; undone they are undone together', async () => {
  const cards = [
    ...(await sold('2026-03-13', [60_00], 'X-1')),
    ...(await sold('2026-03-14', [45_00], 'X-2')),
  ];
  await regulars.at('2026-03-16T15:00:00Z');
  const { status } = await bringCards(osric(), { payout: 'X-1', paid: '2026-03-16' }, cards);
  expect(status).toBe(200);
  await regulars.at('2026-03-20T15:00:00Z');
  await books(
    { date: '2026-03-16', amountMinor: 70_00, text: 'Halyard Pay, Meridian' } as never,
    { date: '2026-03-17', amountMinor: 35_00, text: 'Halyard Pay, the rest' } as never,
    { date: '2026-03-19', amountMinor: -2_00, text: 'COINS' } as never,
  );
  const [first, second] = [
    await lineOf('Halyard Pay, Meridian'),
    await lineOf('Halyard Pay, the rest'),
  ];
  for (const line of [first, second])
    expect(line).toMatchObject({
      status: 'matched',
      match: { certain: true, grade: 2, otherLines: 1, movements: [{ amountMinor: 105_00 }] },
    });
  const days = async (id: number) =>
    (await osric().get(`/trail/lines/${id}`)).body.days.map(({ date, amountMinor }: any) => [
      date,
      amountMinor,
    ]);
  const ofBead = (await osric().get('/trail/beads/2026-03-13/card%201%20Meridian')).body;
  expect(ofBead.steps.map(({ note }: any) => note?.code)).toContain('trail.lineOnlySet');
  expect(await days(first.id)).toEqual([
    ['2026-03-13', 60_00],
    ['2026-03-14', 10_00],
  ]);
  expect(await days(second.id)).toEqual([['2026-03-14', 35_00]]);
  const dated = await shop.admin.query(
    `SELECT e.date FROM entry e WHERE e.kind = 'match' ORDER BY e.id DESC LIMIT 2`,
  );
  expect((dated[0] as any[]).map(({ date }) => date).sort()).toEqual([
    '2026-03-16',
    '2026-03-17',
  ]);
  // What the engine settled of a file by itself is listed, and undone by one act: a whole once.
  const { id: fileId } = await shop.one('SELECT MAX(import_file_id) AS id FROM statement');
  const settled = (await osric().get(`/statement/lines?certainOf=${fileId}`)).body.lines;
  expect(settled.map(({ id }: any) => id).sort()).toEqual([first.id, second.id].sort());
  const groupIds = settled.map(({ match }: any) => match.groupId);
  const all = await osric().send('/matches/undo', { groupIds });
  expect(all.body.undone.sort()).toEqual(groupIds.sort());
  expect(codes(await osric().send('/matches/undo', { groupIds }))).toEqual([
    'match.alreadyUndone',
  ]);
  await shop.jobsEnded();
  expect((await osric().get(`/statement/lines?certainOf=${fileId}`)).body.lines).toEqual([]);
  const [again] = (await osric().get('/statement')).body.proposals;
  const both = {
    movements: [again.movements[0].key],
    lineIds: again.lines.map(({ id }: any) => id),
  };
  expect((await osric().send('/matches', { bankAccountId: 1, groups: [both] })).status).toBe(
    200,
  );
  // By either line both are undone, and both are open.
  const undone = await undo('Halyard Pay, the rest');
  expect(undone.body.undone).toHaveLength(2);
  expect(await bead('2026-03-14')).toMatchObject({ stage: 'sent' });
  const [proposal] = (await osric().get('/statement')).body.proposals;
  expect(proposal).toMatchObject({ because: 'undone', lines: [{}, {}], movements: [{}] });
  const group = {
    movements: [proposal.movements[0].key],
    lineIds: proposal.lines.map(({ id }: any) => id),
  };
  const twoByTwo = { ...group, movements: [...group.movements, 'settlement 1'] };
  expect(
    codes(await osric().send('/matches', { bankAccountId: 1, groups: [twoByTwo] })),
  ).toEqual(['match.oneSide']);
  expect(await osric().send('/matches', { bankAccountId: 1, groups: [group] })).toMatchObject({
    status: 200,
  });
  expect(await bead('2026-03-14')).toMatchObject({ stage: 'home' });
});

test('the lane says that the engine is at work, as long as a server says so', async () => {
  await shop.jobsEnded();
  const lane = async () => (await osric().get('/statement')).body.matching;
  expect(await lane()).toBe(false);
  const seen = (secondsAgo: number) =>
    shop.admin.query(
      `INSERT INTO job (id, kind, status, user_id, started_at, beat_at)
       VALUES (UUID(), 'match 1', 'running', 1, ?, ?)`,
      Array(2).fill(new Date(shop.deps.clock().getTime() - secondsAgo * 1000)),
    );
  // A server that has gone took its run with it.
  await seen(60);
  expect(await lane()).toBe(false);
  await seen(1);
  expect(await lane()).toBe(true);
  await shop.admin.query("UPDATE job SET status = 'done' WHERE status = 'running'");
  expect(await lane()).toBe(false);
});
