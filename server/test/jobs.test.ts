import type { MatchInput, MatchResult } from '@abacist/core/matching';
import { readJob, stopJob } from '../src/workers/jobs';
import { openShop, type TestShop } from './harness';

let shop: TestShop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

/** Pairs of their own amounts: as many components. */
const input = (pairs: number): MatchInput => ({
  movements: Array.from({ length: pairs }, (_, i) => ({
    id: `slip ${i}`,
    kind: 'slip' as const,
    party: 'slips',
    dueDate: '2026-03-02',
    amountMinor: i + 1,
    references: [`D-${i}`],
  })),
  lines: Array.from({ length: pairs }, (_, i) => ({
    id: String(i),
    date: '2026-03-02',
    amountMinor: i + 1,
    references: [`D-${i}`],
    text: '',
  })),
  holidays: new Set(),
  covered: [],
  knownThrough: '2026-03-02',
});
const task = (pairs: number) => async () => ({ file: 'match.worker.ts', input: input(pairs) });

test('a run in a worker reports how far it came and keeps its result', async () => {
  const id = await shop.deps.jobs.start(1, 'try', task(120), async (result?: MatchResult) => ({
    certain: result?.certain.length,
  }));
  await shop.deps.jobs.ended(id);
  expect(await readJob(shop.pool, id)).toEqual({
    id,
    kind: 'try',
    status: 'done',
    done: 120,
    of: 120,
    result: { certain: 120 },
  });
});

test('it can be stopped from any server: the wish stands in the database', async () => {
  let given: unknown = 'not called';
  let open = () => {};
  const gate = new Promise<void>((resolve) => (open = resolve));
  const waits = () => gate.then(task(3000));
  const id = await shop.deps.jobs.start(1, 'try', waits, async (result?: MatchResult) => {
    given = result;
    return null;
  });
  await stopJob(shop.pool, id);
  open();
  await shop.deps.jobs.ended(id);
  expect(await readJob(shop.pool, id)).toMatchObject({ status: 'stopped', result: null });
  expect(given).toBeUndefined();
});

test('a run that breaks is failed, not lost', async () => {
  const broken = async () => ({ file: 'match.worker.ts', input: null as never });
  const id = await shop.deps.jobs.start(1, 'try', broken, async () => null);
  await shop.deps.jobs.ended(id);
  expect(await readJob(shop.pool, id)).toMatchObject({ status: 'failed' });
  const osric = await shop.as('osric');
  expect((await osric.get(`/jobs/${id}`)).body.status).toBe('failed');
  expect((await osric.get('/jobs/00000000-0000-4000-8000-000000000000')).status).toBe(404);
});
