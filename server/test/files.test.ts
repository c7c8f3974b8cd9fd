import { randomUUID } from 'node:crypto';
import { setTimeout } from 'node:timers/promises';
import { statementCsv } from '@abacist/sim/bank';
import { TAKES_FILE } from '../src/http/rights';
import { base64, openShop, type TestShop } from './harness';
import { codes } from './regulars';

/* Nobody's file costs others much; a large one says how far it is, and is stopped. */
let shop: TestShop;
beforeAll(async () => {
  shop = await openShop();
});
afterEach(() => shop.jobsEnded());
afterAll(() => shop.close());

test('a statement of 100,000 lines is taken, and others are served meanwhile; stopped, nothing of it is kept', async () => {
  const osric = await shop.as('osric');
  const fenella = await shop.as('fenella');
  const lines = Array.from({ length: 100_000 }, (_, i) => ({
    date: `2026-01-${String(1 + Math.floor(i / 4000)).padStart(2, '0')}`,
    amountMinor: (i % 2 ? -1 : 1) * (100 + (i % 977)),
    text: `LINE ${i}`,
  }));
  const contentBase64 = base64(statementCsv(0, lines));
  const begin = (key: string) => {
    const file = { name: 'large.csv', contentBase64 };
    return osric.send('/statements', file, { key });
  };
  const jobOf = async (key: string) => (await osric.get(`/jobs/${key}`)).body;
  // Its key says how far it is, and stops it: nothing of it is kept then.
  const kept = () => shop.one('SELECT COUNT(*) AS n FROM statement_line');
  const before = await kept();
  const stopped = randomUUID();
  const leaving = begin(stopped);
  while ((await jobOf(stopped)).status !== 'running') await setTimeout(20);
  expect((await osric.send(`/jobs/${stopped}/stop`, {})).status).toBe(200);
  expect(codes(await leaving)).toEqual(['file.stopped']);
  expect(await kept()).toEqual(before);

  const key = randomUUID();
  const importing = begin(key);
  const seen: number[] = [];
  let ended = false;
  void importing.then(() => (ended = true));
  while (!ended) {
    expect((await fenella.get('/counter')).status).toBe(200);
    const { done, of } = await jobOf(key);
    if (of) seen.push(done / of);
  }
  expect(await importing).toMatchObject({ status: 200, body: { added: 100_000 } });
  expect(seen.length).toBeGreaterThan(3);
  expect(seen).toEqual([...seen].sort((a, b) => a - b));
  expect(seen.some((part) => part > 0 && part < 0.5)).toBe(true);
  expect(seen.some((part) => part > 0.5 && part < 1)).toBe(true);
  expect(await jobOf(key)).toMatchObject({ status: 'done' });
});

test.each(TAKES_FILE)('%s takes a file of more than a command’s 256 kB', async (right) => {
  const tamsin = await shop.as('tamsin');
  const path = right.split(' ')[1]!;
  const contentBase64 = base64('no file of ours '.repeat(30_000));
  const answer = await tamsin.send(path, { name: 'big', contentBase64 });
  expect(answer.body.refusals[0].code).not.toMatch(/^http/);
  const elsewhere = await tamsin.send('/slips', { name: 'big', contentBase64 });
  expect(elsewhere.status).toBe(413);
});
