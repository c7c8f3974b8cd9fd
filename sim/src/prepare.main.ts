import { writeFileSync } from 'node:fs';
import { prepare } from './prepare';

/* Called by the tools: DATABASE_URL, APP_PASSWORD, EMPTY, and RESULT, the file for the answer. */
const { DATABASE_URL, APP_PASSWORD, EMPTY, RESULT, NOW } = process.env;
const prepared = await prepare(DATABASE_URL!, APP_PASSWORD!, {
  empty: EMPTY === '1',
  ...(NOW && { now: new Date(NOW) }),
});
writeFileSync(RESULT!, JSON.stringify(prepared), { mode: 0o600 });
