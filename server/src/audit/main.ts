import { createPool } from '../db/pool';
import { audit } from './audit';

/* npm run audit: proves the books of DATABASE_APP_URL; exit 1 when something is off. */
const url = process.env['DATABASE_APP_URL'];
if (!url) throw new Error('DATABASE_APP_URL is not set');
const pool = createPool(url, 2);
const report = await audit(pool);
await pool.end();
for (const { check, entryId, about, expected, found } of report.breaches) {
  const where = entryId === null ? about : `entry ${entryId} (${about})`;
  console.log(`✗ ${check}: ${where}: expected ${expected}, found ${found}`);
}
console.log(
  `${report.checks} checks over ${report.entries} entries and ${report.seals} seals: ${
    report.breaches.length === 0 ? 'the books hold' : `${report.breaches.length} breaches`
  }`,
);
process.exitCode = report.breaches.length === 0 ? 0 : 1;
