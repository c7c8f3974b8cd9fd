import { readdirSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { CHART, DOCUMENTS, type LedgerAccount } from '@abacist/core/ledger';
import mysql from 'mysql2/promise';
import Postgrator from 'postgrator';

const MIGRATIONS = fileURLToPath(new URL('../../migrations/*', import.meta.url));

/**
 * The set of migrations begins with a journal whose lines say whose takings they move; a journal is
 * never changed, so lines without tags can't get them. A shop of another set is made anew.
 * @throws Error where a database was made by migrations that are not these
 */
async function refuseOtherSet(connection: mysql.Connection, database: string): Promise<void> {
  const [tables] = await connection.query(
    `SELECT table_name FROM information_schema.tables
     WHERE table_schema = ? AND table_name = 'schema_version'`,
    [database],
  );
  if ((tables as unknown[]).length === 0) return;
  const [ran] = await connection.query(
    'SELECT version, name FROM schema_version WHERE version > 0 ORDER BY version',
  );
  const ours = new Set(readdirSync(path.dirname(MIGRATIONS)));
  const other = (ran as { version: number | string; name: string }[]).find(
    ({ version, name }) => !ours.has(`${String(version).padStart(3, '0')}.do.${name}.sql`),
  );
  if (other) {
    throw new Error(
      `The shop in ${database} was made before the journal said whose takings its lines move. ` +
        'Make it anew: npm run demo -- --fresh',
    );
  }
}

/**
 * Brings a database to the newest schema and seeds what the code itself knows: the chart of
 * accounts and the series of documents. Safe to repeat.
 * @param adminUrl a user who may create tables and triggers
 * @returns how many migrations ran
 */
export async function migrate(adminUrl: string): Promise<number> {
  const database = new URL(adminUrl).pathname.slice(1);
  const connection = await mysql.createConnection({ uri: adminUrl, multipleStatements: true });
  try {
    await refuseOtherSet(connection, database);
    const postgrator = new Postgrator({
      migrationPattern: MIGRATIONS,
      driver: 'mysql',
      database,
      schemaTable: 'schema_version',
      execQuery: async (query) => {
        const [rows] = await connection.query(query);
        return { rows: rows as unknown[] };
      },
    });
    const applied = await postgrator.migrate();
    for (const role of Object.keys(CHART) as LedgerAccount[]) {
      const { number, type } = CHART[role];
      await connection.query(
        'INSERT IGNORE INTO account (role, number, type) VALUES (?, ?, ?)',
        [role, number, type],
      );
    }
    for (const { series: code } of Object.values(DOCUMENTS)) {
      await connection.query('INSERT IGNORE INTO series (code) VALUES (?)', [code]);
    }
    return applied.length;
  } finally {
    await connection.end();
  }
}
