import { transaction } from '../src/db/transaction';
import { contextOf } from '../src/http/contextOf';
import { book, cash, ids, MONDAY, openShop, type TestShop } from './harness';

let shop: TestShop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const UNGUARDED = `SET SESSION check_constraint_checks = 0, foreign_key_checks = 0, unique_checks = 0, sql_mode = ''`;

async function openEntry(): Promise<number> {
  const [result] = await shop.admin.query(
    `INSERT INTO entry (shop_id, date, kind, subject_id, user_id, posted_at, memo)
     VALUES (1, '2026-03-02', 'test', FLOOR(RAND() * 1000000000), 1, NOW(), '')`,
  );
  return (result as { insertId: number }).insertId;
}
const addLine = (entryId: number, position: number, amount: number, currency = 'CAD') =>
  shop.admin.query(
    `INSERT INTO entry_line (entry_id, position, account_id, amount_minor, currency, shop_id)
     VALUES (?, ?, 1, ?, ?, 1)`,
    [entryId, position, amount, currency],
  );
const postIt = (entryId: number) =>
  shop.admin.query(`UPDATE entry SET status = 'POSTED' WHERE id = ?`, [entryId]);

/** As the database's owner, with and without every check that a session can switch off. */
describe.each([
  ['with the session’s checks', 'SET SESSION check_constraint_checks = 1'],
  ['with the session’s checks switched off', UNGUARDED],
])('the journal defends itself %s', (_, setting) => {
  beforeAll(() => shop.admin.query(setting));
  afterAll(() =>
    shop.admin.query(
      'SET SESSION check_constraint_checks = 1, foreign_key_checks = 1, sql_mode = DEFAULT',
    ),
  );

  test('an entry can’t be born POSTED, nor under a status that does not exist', async () => {
    const insert = (status: string) =>
      shop.admin.query(
        `INSERT INTO entry (shop_id, date, kind, subject_id, user_id, posted_at, memo, status)
         VALUES (1, '2026-03-02', 'x', 1, 1, NOW(), '', ?)`,
        [status],
      );
    await expect(insert('POSTED')).rejects.toThrow('begins OPEN');
    await expect(insert('NONSENSE')).rejects.toThrow();
  });

  test('lines that don’t add up to zero, or a single one, can’t be POSTED', async () => {
    const off = await openEntry();
    await addLine(off, 1, 100);
    await expect(postIt(off)).rejects.toThrow('two lines');
    await addLine(off, 2, -99);
    await expect(postIt(off)).rejects.toThrow('add up to zero');
  });

  test('every currency must add up by itself', async () => {
    const mixed = await openEntry();
    await addLine(mixed, 1, 100, 'CAD');
    await addLine(mixed, 2, -100, 'USD');
    await expect(postIt(mixed)).rejects.toThrow('add up to zero');
  });

  test('what moves takings must be zero by day and pot', async () => {
    const moves = await openEntry();
    const of = (position: number, amount: number, day: string) =>
      shop.admin.query(
        `INSERT INTO entry_line (entry_id, position, account_id, amount_minor, currency, shop_id,
           takings_day, pot, holder)
         VALUES (?, ?, 1, ?, 'CAD', 1, ?, 'cash', 'safeItem 1')`,
        [moves, position, amount, day],
      );
    await of(1, 100, '2026-03-02');
    await of(2, -100, '2026-03-03');
    await expect(postIt(moves)).rejects.toThrow("a day's takings");
    await of(3, -100, '2026-03-02');
    await of(4, 100, '2026-03-03');
    await postIt(moves);
  });

  test('a posted entry takes no line, no change, no delete', async () => {
    const entry = await openEntry();
    await addLine(entry, 1, 100);
    await addLine(entry, 2, -100);
    await postIt(entry);
    await expect(addLine(entry, 3, 5)).rejects.toThrow('while OPEN');
    const change = (set: string) =>
      shop.admin.query(`UPDATE entry SET ${set} WHERE id = ${entry}`);
    await expect(change(`status = 'OPEN'`)).rejects.toThrow('OPEN to POSTED');
    await expect(change(`memo = 'other'`)).rejects.toThrow('OPEN to POSTED');
    await expect(shop.admin.query(`DELETE FROM entry WHERE id = ${entry}`)).rejects.toThrow(
      'never deleted',
    );
    await expect(
      shop.admin.query(`UPDATE entry_line SET amount_minor = 1 WHERE entry_id = ${entry}`),
    ).rejects.toThrow('never changed');
    await expect(
      shop.admin.query(`DELETE FROM entry_line WHERE entry_id = ${entry}`),
    ).rejects.toThrow('never deleted');
  });

  test('an entry changes nothing else on its way to POSTED', async () => {
    const entry = await openEntry();
    await addLine(entry, 1, 100);
    await addLine(entry, 2, -100);
    await expect(
      shop.admin.query(
        `UPDATE entry SET status = 'POSTED', date = '2020-01-01' WHERE id = ${entry}`,
      ),
    ).rejects.toThrow('never changed');
  });

  test('a line without an entry is refused', async () => {
    await expect(addLine(999_999_999, 1, 5)).rejects.toThrow('while OPEN');
  });

  test('seals and document numbers are never changed or deleted', async () => {
    await shop.seal();
    for (const sql of [
      `UPDATE seal SET hash = REPEAT('0', 64)`,
      'DELETE FROM seal',
      'UPDATE document SET number = 99',
      'DELETE FROM document',
    ]) {
      await expect(shop.admin.query(sql)).rejects.toThrow('never');
    }
  });
});

test('the application’s own user has no way around: no DDL, no DELETE, UPDATE by column', async () => {
  for (const sql of [
    'TRUNCATE entry_line',
    'DROP TRIGGER entry_update',
    'DELETE FROM sale',
    'UPDATE sale SET total_minor = 0',
    `UPDATE entry SET memo = 'x'`,
    `INSERT INTO unsealed (entry_id) VALUES (1)`,
    `INSERT INTO entry (shop_id, date, kind, subject_id, user_id, posted_at, memo, status)
     VALUES (1, '2026-03-02', 'x', 1, 1, NOW(), '', 'OPEN')`,
  ]) {
    await expect(shop.pool.query(sql)).rejects.toThrow(/denied/);
  }
});

test('a transaction that leaves an entry OPEN is not committed', async () => {
  const before = await shop.one('SELECT COUNT(*) AS n FROM entry');
  const broken = transaction(shop.pool, async (tx) => {
    const context = await contextOf(shop.deps, tx, { id: 3, name: 'x', role: 'manager' });
    const [result] = await tx.query(
      `INSERT INTO entry (shop_id, date, kind, subject_id, user_id, posted_at, memo)
       VALUES (1, ?, 'left', 1, 1, NOW(), '')`,
      [context.today],
    );
    tx.openEntries.add((result as { insertId: number }).insertId);
  });
  await expect(broken).rejects.toThrow('left OPEN');
  expect(await shop.one('SELECT COUNT(*) AS n FROM entry')).toEqual(before);
});

test('a filed period refuses, a closed one asks for a manager', async () => {
  const osric = await shop.as('osric');
  const id = await ids(shop);
  const sale = {
    drawerId: id.drawers['shop'],
    lines: [book(id)],
    tenders: [cash(id, 12_00)],
  };
  await shop.pool.query(`UPDATE period_lock SET filed_through = '2026-03-02'`);
  expect((await osric.send('/sales', sale)).body.refusals).toMatchObject([
    { code: 'lock.filed' },
  ]);
  await shop.pool.query(
    `UPDATE period_lock SET filed_through = NULL, closed_through = '2026-03-02'`,
  );
  expect(await osric.send('/sales', sale)).toMatchObject({
    status: 409,
    body: {
      error: 'approvalNeeded',
      rules: [{ code: 'rule.closedPeriod', approver: 'manager' }],
    },
  });
  await shop.pool.query('UPDATE period_lock SET closed_through = NULL');
  expect((await osric.send('/sales', sale)).status).toBe(200);
});

test('kept balances and the tail give the plain sums at any moment, and the chain holds', async () => {
  shop.setNow(MONDAY);
  const osric = await shop.as('osric');
  const plain = await shop.all(
    `SELECT a.role, SUM(l.amount_minor) AS total FROM entry_line l
     JOIN entry e ON e.id = l.entry_id AND e.status = 'POSTED' AND e.date <= '2026-03-02'
     JOIN account a ON a.id = l.account_id WHERE l.currency = 'CAD'
     GROUP BY a.role HAVING total <> 0`,
  );
  const expected = Object.fromEntries(plain.map(({ role, total }) => [role, Number(total)]));
  for (const sealFirst of [false, true]) {
    if (sealFirst) await shop.seal();
    const { body } = await osric.get('/trial-balance?date=2026-03-02');
    const shown = body.accounts.map((a: any) => [a.role, a.debitMinor - a.creditMinor]);
    expect(Object.fromEntries(shown)).toEqual(expected);
    expect(body.debitMinor).toBe(body.creditMinor);
  }
  expect(await shop.one('SELECT COUNT(*) AS n FROM unsealed')).toEqual({ n: 0 });
});
