import { randomUUID } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import { createApp } from '@abacist/server/src/app';
import { createLog } from '@abacist/server/src/log';
import { audit } from '@abacist/server/src/audit/audit';
import { createPool } from '@abacist/server/src/db/pool';
import { connectOutside } from '@abacist/server/src/outside/outside';
import { sealAll, startSealer } from '@abacist/server/src/ledger/sealer';
import { statementCamt053, statementCsv, type BankLine } from '@abacist/sim/bank';
import { startOutside } from '@abacist/sim/outside';
import type { TerminalMood } from '@abacist/sim/terminal';
import { prepare } from '@abacist/sim/prepare';
import { settlementCsv, type ProcessorBatch } from '@abacist/sim/processor';
import mysql from 'mysql2/promise';

/*
 * A shop for one browser test, in a process of its own: its database, the application, and a
 * clock that the test sets. Talks to the test over IPC.
 */
type Ask =
  | { id: number; do: 'setNow'; instant: string }
  | { id: number; do: 'audit' }
  | { id: number; do: 'outside' }
  | { id: number; do: 'terminal'; mood: TerminalMood }
  | {
      id: number;
      do: 'settlement';
      reference: string;
      date: string;
      batches: ProcessorBatch[];
    }
  | { id: number; do: 'csv'; openingMinor: number; lines: BankLine[] }
  | {
      id: number;
      do: 'camt';
      openingMinor: number;
      lines: BankLine[];
      from: string;
      to: string;
      currency?: string;
    }
  | { id: number; do: 'end' };

const { TEST_DATABASE_URL: root, SHOP_NOW, SHOP_EMPTY, CLIENT_FOLDER } = process.env;
const name = `e_${randomUUID().replaceAll('-', '').slice(0, 16)}`;
const admin = await mysql.createConnection({ uri: `${root}mysql` });
await admin.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
let now = new Date(SHOP_NOW!);
const { appUrl } = await prepare(`${root}${name}`, 'test', { empty: SHOP_EMPTY === '1', now });
const pool = createPool(appUrl);
const log = createLog('error');
const clock = () => now;
const outside = await startOutside();
const { app, close } = createApp({
  pool,
  outside: connectOutside(outside.mailUrl, outside.printerUrl, outside.terminalUrl),
  database: name,
  sessionSecret: 'test',
  clock,
  log,
  clientFolder: CLIENT_FOLDER!,
});
const stopSealer = startSealer(pool, clock, log);
const server = app.listen(0, '127.0.0.1', () => {
  const { port } = server.address() as AddressInfo;
  process.send!({ address: `http://127.0.0.1:${port}` });
});

async function answer(ask: Ask): Promise<unknown> {
  switch (ask.do) {
    case 'setNow':
      now = new Date(ask.instant);
      return null;
    case 'outside':
      return {
        mails: outside.mails,
        slips: outside.slips,
        charges: outside.terminal.charges,
      };
    case 'terminal':
      outside.terminal.setMood(ask.mood);
      return null;
    case 'audit':
      await sealAll(pool, now);
      return (await audit(pool)).breaches;
    case 'settlement':
      return settlementCsv(ask.reference, ask.date, ask.batches);
    case 'csv':
      return statementCsv(ask.openingMinor, ask.lines);
    case 'camt':
      return statementCamt053(ask.openingMinor, ask.lines, ask, {
        ...(ask.currency && { currency: ask.currency }),
      });
    case 'end':
      server.closeAllConnections();
      server.close();
      await stopSealer();
      await close();
      await outside.close();
      await pool.end();
      await admin.query(`DROP DATABASE ${name}`);
      await admin.query(`DROP USER '${name}_app'@'127.0.0.1'`);
      await admin.end();
      return null;
  }
}

process.on('message', (ask: Ask) => {
  void answer(ask).then((result) => {
    process.send!({ id: ask.id, result }, () => {
      if (ask.do === 'end') process.exit(0);
    });
  });
});
process.on('disconnect', () => process.exit(0));
