import { createPool, row } from '@abacist/server/src/db/pool';
import type { Pool } from 'mysql2/promise';
import { median } from './guards';
import { signIn } from './posting';

export const ACCOUNTS = 20_000;
export const CHARGES = 300_000;
/** Payments beside them make half a million items; each settles a charge. */
export const PAYMENTS = 200_000;
const LIMIT_MINOR = 10_000_00;
const DRAWERS = 20;

export type Compared = { what: string; api: number; plain: number };

/** Twenty thousand accounts with half a million items, three in five of them settled. */
async function fill(pool: Pool): Promise<void> {
  const run = (sql: string) => pool.query(sql);
  await run(
    `INSERT INTO approval (approver_id, asked_by_id, rules, reason, approved_at)
     VALUES (3, 1, '[]', 'bench', NOW(3))`,
  );
  const kinds = ['Boatyard', 'Lobster boat', 'Sailing school', 'Surveyor', 'Harbour trust'];
  const name = `CONCAT(ELT(1 + seq MOD ${kinds.length}, ${kinds
    .map((kind) => `'${kind}'`)
    .join(', ')}), ' number ', seq)`;
  const top = (await row<{ customer: number }>(
    pool,
    'SELECT COALESCE(MAX(id), 0) AS customer FROM customer',
  ))!;
  await run(
    `INSERT INTO customer (id, name, kind, number, search)
     SELECT ${top.customer} + seq, ${name}, 'firm', CONCAT('K', seq),
       LOWER(CONCAT(${name}, ' K', seq))
     FROM seq_1_to_${ACCOUNTS}`,
  );
  await run(
    `INSERT INTO charge_account
       (id, customer_id, limit_minor, net_days, opened_on, opened_by, opened_at,
        opened_approval_id)
     SELECT seq, ${top.customer} + seq, 10000000, 30, '2020-01-01', 1, NOW(3),
       (SELECT MAX(id) FROM approval)
     FROM seq_1_to_${ACCOUNTS}`,
  );
  const date = `DATE_SUB(CURDATE(), INTERVAL (seq * 7) MOD 1000 DAY)`;
  // The first charges are settled by a payment twenty days later, each whole.
  await run(
    `INSERT INTO open_item
       (id, charge_account_id, kind, number, date, due_date, amount_minor, left_minor, closed_on)
     SELECT seq, 1 + seq MOD ${ACCOUNTS}, 'charge', CONCAT('B', seq), ${date},
       DATE_ADD(${date}, INTERVAL 30 DAY), 1000 + seq MOD 9000,
       IF(seq <= ${PAYMENTS}, 0, 1000 + seq MOD 9000),
       IF(seq <= ${PAYMENTS}, DATE_ADD(${date}, INTERVAL 20 DAY), NULL)
     FROM seq_1_to_${CHARGES}`,
  );
  await run(
    `INSERT INTO open_item
       (id, charge_account_id, kind, number, date, amount_minor, left_minor, closed_on)
     SELECT ${CHARGES} + seq, 1 + seq MOD ${ACCOUNTS}, 'creditNote', CONCAT('P', seq),
       DATE_ADD(${date}, INTERVAL 20 DAY), -(1000 + seq MOD 9000), 0,
       DATE_ADD(${date}, INTERVAL 20 DAY)
     FROM seq_1_to_${PAYMENTS}`,
  );
  await run(
    `INSERT INTO allocation
       (credit_item_id, charge_item_id, amount_minor, date, user_id, made_at)
     SELECT ${CHARGES} + seq, seq, 1000 + seq MOD 9000, DATE_ADD(${date}, INTERVAL 20 DAY), 1,
       NOW(3)
     FROM seq_1_to_${PAYMENTS}`,
  );
  await run(
    `UPDATE charge_account a
     JOIN (SELECT charge_account_id AS id, SUM(left_minor) AS total FROM open_item
           GROUP BY charge_account_id) t ON t.id = a.id
     SET a.balance_minor = t.total`,
  );
  await run('ANALYZE TABLE customer, charge_account, open_item, allocation');
}

/**
 * Accounts found by a part of a name, and all of them by age at a past date, over HTTP against
 * what the database alone takes for the plain question. Milliseconds, medians.
 */
export async function measureAccounts(adminUrl: string, address: string): Promise<Compared[]> {
  const pool = createPool(adminUrl, 2);
  await fill(pool);
  const cookie = await signIn(address, 'osric', 'ink and sand');
  const get = (path: string) => async () => {
    const answer = await fetch(`${address}/api${path}`, { headers: { cookie } });
    if (!answer.ok) {
      throw new Error(`${path} answered ${answer.status}: ${await answer.text()}`);
    }
    return answer.arrayBuffer();
  };
  const compared: Compared[] = [];
  for (const text of ['lobster', 'school 48', 'k1998', 'zzqx']) {
    const api = get(`/accounts?text=${encodeURIComponent(text)}`);
    const plain = () =>
      pool.query(
        `SELECT a.id, c.name FROM charge_account a JOIN customer c ON c.id = a.customer_id
         WHERE ${text
           .split(' ')
           .map(() => 'c.search LIKE ?')
           .join(' AND ')} ORDER BY c.name LIMIT 50`,
        text.split(' ').map((word) => `%${word}%`),
      );
    await api();
    compared.push({
      what: `found by “${text}”`,
      api: await median(api, 15),
      plain: await median(plain, 7),
    });
  }
  const past = new Date(Date.now() - 200 * 86_400_000).toISOString().slice(0, 10);
  const aging = get(`/aging?date=${past}`);
  const plain = () =>
    pool.query(
      `SELECT i.charge_account_id, DATEDIFF(?, i.due_date) DIV 30 AS age,
         SUM(i.amount_minor - COALESCE(h.total, 0) + COALESCE(c.total, 0)) AS total
       FROM open_item i
       LEFT JOIN (SELECT charge_item_id AS id, SUM(amount_minor + discount_minor) AS total
                  FROM allocation WHERE date <= ? GROUP BY charge_item_id) h ON h.id = i.id
       LEFT JOIN (SELECT credit_item_id AS id, SUM(amount_minor) AS total
                  FROM allocation WHERE date <= ? GROUP BY credit_item_id) c ON c.id = i.id
       WHERE i.date <= ? GROUP BY i.charge_account_id, age`,
      [past, past, past, past],
    );
  await aging();
  compared.push({
    what: 'all by age, 200 days ago',
    api: await median(aging, 5),
    plain: await median(plain, 3),
  });
  await pool.end();
  return compared;
}

/** A thousand statements laid out as one file, over HTTP: milliseconds each, and the file's size. */
export async function measureStatements(
  address: string,
): Promise<{ one: number; thousand: number; megabytes: number }> {
  const cookie = await signIn(address, 'osric', 'ink and sand');
  const make = async (count: number): Promise<{ ms: number; bytes: number }> => {
    const asOf = new Date(Date.now() - 86_400_000).toISOString().slice(0, 10);
    const command = {
      kind: 'openItem',
      from: asOf,
      asOf,
      accountIds: Array.from({ length: count }, (_, i) => i + 1),
      mail: false,
    };
    const begun = performance.now();
    const made = await fetch(`${address}/api/account-statements`, {
      method: 'POST',
      headers: {
        cookie,
        'Content-Type': 'application/json',
        'Idempotency-Key': crypto.randomUUID(),
      },
      body: JSON.stringify({ command }),
    });
    if (!made.ok) throw new Error(`statements answered ${await made.text()}`);
    const { statementIds } = (await made.json()) as { statementIds: number[] };
    const pdf = await fetch(
      `${address}/api/account-statements/pdf?ids=${statementIds.join(',')}`,
      { headers: { cookie } },
    );
    const { byteLength } = await pdf.arrayBuffer();
    return { ms: performance.now() - begun, bytes: byteLength };
  };
  await make(1);
  const one = await make(1);
  const all = await make(1000);
  return { one: one.ms, thousand: all.ms / 1000, megabytes: all.bytes / 1_000_000 };
}

/**
 * Twenty drawers that charge one account at once, until its limit is reached: charges a second,
 * and whether the limit held.
 */
export async function measureCharging(
  adminUrl: string,
  address: string,
): Promise<{ together: number; alone: number; held: boolean }> {
  const pool = createPool(adminUrl, 1);
  const cookie = await signIn(address);
  const tender = (await row<{ id: number }>(
    pool,
    `SELECT id FROM tender WHERE kind = 'onAccount'`,
  ))!;
  const balance = async (id: number) =>
    (await row<{ balance: number }>(
      pool,
      'SELECT balance_minor AS balance FROM charge_account WHERE id = ?',
      [id],
    ))!.balance;
  const prepare = (id: number) =>
    pool.query(
      'UPDATE charge_account SET limit_minor = balance_minor + ?, grace_days = 365 WHERE id = ?',
      [LIMIT_MINOR, id],
    );
  const charge = async (chargeAccountId: number) => {
    const command = {
      drawerId: 1,
      lines: [{ departmentId: 5, amountMinor: 50_00 }],
      tenders: [
        {
          kind: 'onAccount',
          tenderId: tender.id,
          chargeAccountId,
          amountMinor: 50_00,
          buyer: '',
          reference: '',
        },
      ],
      pricesIncludeTax: true,
    };
    const answer = await fetch(`${address}/api/sales`, {
      method: 'POST',
      headers: {
        cookie,
        'Content-Type': 'application/json',
        'Idempotency-Key': crypto.randomUUID(),
      },
      body: JSON.stringify({ command }),
    });
    await answer.arrayBuffer();
    return answer.status === 200;
  };
  const rate = async (chargeAccountId: number, drawers: number) => {
    await prepare(chargeAccountId);
    const begun = performance.now();
    let charged = 0;
    await Promise.all(
      Array.from({ length: drawers }, async () => {
        while (await charge(chargeAccountId)) charged += 1;
      }),
    );
    return charged / ((performance.now() - begun) / 1000);
  };
  const before = await balance(2);
  const alone = await rate(1, 1);
  const together = await rate(2, DRAWERS);
  const held = (await balance(2)) === before + LIMIT_MINOR;
  await pool.end();
  return { together, alone, held };
}
