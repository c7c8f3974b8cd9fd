import { createPool } from '@abacist/server/src/db/pool';
import { median } from './guards';
import { signIn } from './posting';

export const DOCUMENTS = 1_000_000;
const CUSTOMERS = 100_000;
const LINES = 200_000;

/** Milliseconds; `wanted` of what is typed and shown as one types, null of sums that follow. */
export type Found = { what: string; api: number; plain: number; wanted: number | null };

/** A million documents, a hundred thousand customers, two hundred thousand lines of the bank. */
async function fill(pool: ReturnType<typeof createPool>): Promise<void> {
  const run = (sql: string) => pool.query(sql);
  const words = ['Harbour', 'Lobster', 'Slipway', 'Chart', 'Survey', 'Anchor'];
  const word = `ELT(1 + seq MOD ${words.length}, ${words.map((one) => `'${one}'`).join(', ')})`;
  await run(
    `INSERT INTO customer (id, name, kind, number, search)
     SELECT 1000000 + seq, CONCAT(${word}, ' house ', seq), 'firm', CONCAT('S', seq),
       LOWER(CONCAT(${word}, ' house ', seq, ' S', seq))
     FROM seq_1_to_${CUSTOMERS}`,
  );
  // Quotations post nothing: a list of documents reads them as it reads all others.
  await run(
    `INSERT INTO document (kind, subject_id, series, number, entry_id, without_effect, date,
       made_at, user_id, customer_id, amount_minor)
     SELECT 'quotation', 10000000 + seq, 'Q', 10000000 + seq, NULL, TRUE,
       DATE_SUB(CURDATE(), INTERVAL seq MOD 3000 DAY),
       DATE_SUB(NOW(3), INTERVAL seq MOD 3000 DAY), 1, 1000001 + seq MOD ${CUSTOMERS},
       100 + (seq * 7919) MOD 5000000
     FROM seq_1_to_${DOCUMENTS}`,
  );
  await run(
    `INSERT INTO import_file (content_hash, kind, name, user_id, imported_at)
     VALUES (REPEAT('b', 64), 'statement', 'bench', 1, NOW(3))`,
  );
  await run(
    `INSERT INTO statement (bank_account_id, import_file_id, format, from_date, to_date,
       opening_minor, closing_minor)
     SELECT 1, MAX(id), 'csv', '2020-01-01', CURDATE(), 0, 0 FROM import_file`,
  );
  await run(
    `INSERT INTO statement_line (bank_account_id, statement_id, date, value_date, amount_minor,
       text, reference_list, bank_code, identity)
     SELECT 1, (SELECT MAX(id) FROM statement),
       DATE_SUB(CURDATE(), INTERVAL seq MOD 3000 DAY), CURDATE(), 100 + (seq * 104729) MOD 9000000,
       CONCAT(${word}, ' payment ref ', seq), '[]', '', SHA2(CONCAT('bench', seq), 256)
     FROM seq_1_to_${LINES}`,
  );
  await run('ANALYZE TABLE customer, document, statement_line');
}

/** What was typed finds it among a million documents, over HTTP against the plain scan. Medians. */
export async function measureSearch(adminUrl: string, address: string): Promise<Found[]> {
  const pool = createPool(adminUrl, 2);
  await fill(pool);
  const cookie = await signIn(address, 'osric', 'ink and sand');
  const get = (path: string) => async () => {
    const answer = await fetch(`${address}/api${path}`, { headers: { cookie } });
    if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`);
    return answer.arrayBuffer();
  };
  const found: Found[] = [];
  const asked: [string, string, string][] = [
    ['a number', '/search?text=Q-10500000', `number = 10500000`],
    ['an amount', '/search?text=1234.56', `ABS(amount_minor) = 123456`],
    ['a rare name', '/search?text=house%2099999', `number = 1`],
    ['a frequent word', '/search?text=lobster', `number = 1`],
    ['nothing', '/search?text=zzqxv', `number = 1`],
    ['the first documents of all', '/documents', `number > 0`],
    ['those of a customer', '/documents?customerId=1050000', `customer_id = 1050000`],
    [
      'those of an amount',
      '/documents?leastMinor=4999000&sort=amount',
      `amount_minor > 4999000`,
    ],
    ['a kind of which there are few', '/documents?kind=slip', `kind = 'slip'`],
    [
      'those of an amount, the newest first',
      '/documents?leastMinor=4999990',
      `amount_minor > 4999990`,
    ],
    ['what all of them come to', '/documents/sums', `amount_minor > 0`],
  ];
  for (const [what, path, where] of asked) {
    const api = get(path);
    await api();
    const plain = () =>
      pool.query(
        `SELECT COUNT(*) FROM document IGNORE INDEX (document_by_number, document_amount,
           document_customer) WHERE ${where}`,
      );
    const wanted = path.includes('/sums') ? null : 50;
    found.push({ what, api: await median(api, 15), plain: await median(plain, 3), wanted });
  }
  await pool.end();
  return found;
}
