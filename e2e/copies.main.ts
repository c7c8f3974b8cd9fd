import mysql from 'mysql2/promise';
import { prepareCopy } from './copies';
import { DEMO_AT } from './demoAt';

/* Makes the copy of the demo shop before the first test needs it: while the server is tested. */
const root = process.env['TEST_DATABASE_URL']!;
const NAME = 'e_first_copy';
const admin = await mysql.createConnection({ uri: `${root}mysql` });
await admin.query(`CREATE DATABASE ${NAME} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
await prepareCopy(`${root}${NAME}`, { empty: false, now: new Date(DEMO_AT) });
await admin.query(`DROP DATABASE ${NAME}`);
await admin.end();
