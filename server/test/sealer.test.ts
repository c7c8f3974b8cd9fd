import { audit } from '../src/audit/audit';
import { transaction } from '../src/db/transaction';
import { contextOf } from '../src/http/contextOf';
import { sealAll, sealBatch, startSealer } from '../src/ledger/sealer';
import { sell } from '../src/sales/sell';
import { book, cash, ids, openShop, type Ids, type TestShop } from './harness';

let shop: TestShop;
let id: Ids;
const NOW = new Date('2026-03-02T16:00:00Z');
beforeAll(async () => {
  shop = await openShop();
  id = await ids(shop);
});
afterAll(() => shop.close());

const ticket = () =>
  ({
    drawerId: id.drawers['shop']!,
    lines: [book(id)],
    tenders: [cash(id, 12_00)],
  }) as never;

/** Sells in a transaction of its own; commits when `release` resolves. */
function sellAndWait(release: Promise<void> = Promise.resolve()) {
  return transaction(shop.pool, async (tx) => {
    const context = await contextOf(shop.deps, tx, { id: 1, name: 'x', role: 'clerk' });
    const sold = await sell(context, ticket());
    await release;
    return sold.answer;
  });
}
const chain = () =>
  shop.all<{ number: number; entry_id: number }>(
    'SELECT number, entry_id FROM seal ORDER BY number',
  );

test('an entry that commits late, with a lower id, is sealed after those that were first', async () => {
  await shop.seal();
  // An entry's id is taken before its turn at the series; hold one open between the two.
  const before = (await shop.one('SELECT MAX(id) AS top FROM entry')).top;
  const late = await shop.pool.getConnection();
  await late.beginTransaction();
  const columns = 'shop_id, date, kind, subject_id, user_id, posted_at, memo';
  const [held] = await late.query(
    `INSERT INTO entry (${columns}) VALUES (1, '2026-03-02', 'late', 1, 1, NOW(), '')`,
  );
  const lateId = (held as { insertId: number }).insertId;
  const quick = await sellAndWait();
  expect(await shop.seal()).toBe(1);
  for (const [position, amount] of [
    [1, 5],
    [2, -5],
  ]) {
    await late.query(
      `INSERT INTO entry_line (entry_id, position, account_id, amount_minor, currency, shop_id)
       VALUES (?, ?, (SELECT id FROM account WHERE role = 'rounding'), ?, 'CAD', 1)`,
      [lateId, position, amount],
    );
  }
  await late.query(`UPDATE entry SET status = 'POSTED' WHERE id = ?`, [lateId]);
  await late.commit();
  late.release();
  expect(await shop.seal()).toBe(1);
  const [secondLast, last] = (await chain()).slice(-2);
  expect(last!.entry_id).toBe(lateId);
  expect(secondLast!.entry_id).toBeGreaterThan(lateId);
  expect(lateId).toBeGreaterThan(before);
  expect(quick.number).toMatch(/^R-/);
  // Its document is missing on purpose, and that is all that the audit finds.
  const { breaches } = await audit(shop.pool);
  expect(breaches.map(({ check }) => check)).toEqual(['every entry has its document']);
});

test('three sealers and thirty sales at once: one gapless chain, every entry once', async () => {
  const sales = Promise.all(Array.from({ length: 30 }, () => sellAndWait()));
  const sealers = Promise.all(
    Array.from({ length: 3 }, async () => {
      for (let i = 0; i < 15; i += 1) await sealBatch(shop.pool, NOW);
    }),
  );
  await Promise.all([sales, sealers]);
  await sealAll(shop.pool, NOW);
  const seals = await chain();
  expect(seals.map(({ number }) => number)).toEqual(seals.map((_, i) => i + 1));
  const posted = await shop.one(`SELECT COUNT(*) AS n FROM entry WHERE status = 'POSTED'`);
  expect(new Set(seals.map(({ entry_id }) => entry_id)).size).toBe(posted.n);
  const { breaches } = await audit(shop.pool);
  expect(breaches.filter(({ check }) => check !== 'every entry has its document')).toEqual([]);
});

test('in the background an entry is sealed within a second, and it ends when it is told', async () => {
  const stop = startSealer(shop.pool, () => NOW, shop.deps.log);
  await sellAndWait();
  const limit = Date.now() + 3000;
  let waiting = 1;
  while (waiting > 0 && Date.now() < limit) {
    await new Promise((resolve) => setTimeout(resolve, 50));
    waiting = (await shop.one('SELECT COUNT(*) AS n FROM unsealed')).n;
  }
  expect(waiting).toBe(0);
  await stop();
  await sellAndWait();
  await new Promise((resolve) => setTimeout(resolve, 700));
  expect((await shop.one('SELECT COUNT(*) AS n FROM unsealed')).n).toBe(1);
});
