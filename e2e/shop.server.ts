import { randomUUID } from 'node:crypto';
import { createServer, type RequestListener } from 'node:http';
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
import { keepAlive } from '@abacist/server/src/http/keepAlive';
import { settlementCsv, type ProcessorBatch } from '@abacist/sim/processor';
import mysql from 'mysql2/promise';
import { prepareCopy } from './copies';

/*
 * Shops for browser tests, in a process of their own: each has its database, its application and
 * a clock that the test sets. Talks to the tests over IPC. While one shop is being used, the next
 * empty one is made ready.
 */
type Ask =
  | { id: number; do: 'open'; empty: boolean; now: string }
  | { id: number; do: 'address' }
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

const { TEST_DATABASE_URL: root, CLIENT_FOLDER } = process.env;

type Shop = {
  options: string;
  app: RequestListener;
  answer: (ask: Ask) => Promise<unknown>;
};

/**
 * One door for all shops of this process, one after the other: at one address a browser needs to compile the client once.
 * It is never shut in between, or something else might take its port.
 */
const door = createServer((request, response) => {
  if (current) current.app(request, response);
  else response.writeHead(503).end();
});
keepAlive(door);
const port = new Promise<number>((known) => {
  door.listen(0, '127.0.0.1', () => known((door.address() as AddressInfo).port));
});

/** A shop with a database of its own, behind the door once it is the current one. */
async function openShop(empty: boolean, begin: string): Promise<Shop> {
  const name = `e_${randomUUID().replaceAll('-', '').slice(0, 16)}`;
  const admin = await mysql.createConnection({ uri: `${root}mysql` });
  await admin.query(
    `CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`,
  );
  let now = new Date(begin);
  const appUrl = await prepareCopy(`${root}${name}`, { empty, now });
  const pool = createPool(appUrl);
  const log = createLog('error');
  const clock = () => now;
  const outside = await startOutside();
  const { app, close } = createApp({
    pool,
    outside: connectOutside(outside.mailUrl, outside.printerUrl, outside.terminalUrl),
    database: name,
    // A test moves the clock by days while somebody is signed in.
    idleMinutes: 1e9,
    sessionSecret: 'test',
    clock,
    log,
    clientFolder: CLIENT_FOLDER!,
  });
  const stopSealer = startSealer(pool, clock, log);
  async function answer(ask: Ask): Promise<unknown> {
    switch (ask.do) {
      case 'open':
      case 'address':
        return null;
      case 'setNow':
        now = new Date(ask.instant);
        return null;
      case 'outside':
        return {
          mails: outside.mails,
          prints: outside.prints,
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
        await stopSealer();
        await close();
        await outside.close();
        await pool.end();
        await patiently(() => admin.query(`DROP DATABASE ${name}`));
        await admin.query(`DROP USER '${name}_app'@'127.0.0.1'`);
        await admin.end();
        return null;
    }
  }

  return {
    options: optionsOf(empty, begin),
    app,
    answer,
  };
}

/** On a machine under load the database may still find a file of its own in the folder that it takes away. */
async function patiently(drop: () => Promise<unknown>, triesLeft = 5): Promise<void> {
  try {
    await drop();
  } catch (error) {
    if (triesLeft === 0) throw error;
    await new Promise((resolve) => setTimeout(resolve, 300));
    await patiently(drop, triesLeft - 1);
  }
}

const optionsOf = (empty: boolean, now: string) => `${empty} ${now}`;

let current: Shop | undefined;
let next: Promise<Shop> | undefined;

/** Hands out a shop, the one made ready where it fits, and makes the next one ready. */
async function open(empty: boolean, now: string): Promise<null> {
  const ready = await next;
  next = undefined;
  if (ready?.options === optionsOf(empty, now)) current = ready;
  else {
    await ready?.answer({ id: 0, do: 'end' });
    current = await openShop(empty, now);
  }
  return null;
}

async function reply(ask: Ask): Promise<unknown> {
  if (ask.do === 'address') return `http://127.0.0.1:${await port}`;
  if (ask.do === 'open') return open(ask.empty, ask.now);
  const shop = current!;
  if (ask.do === 'end') {
    current = undefined;
    door.closeAllConnections();
  }
  return shop.answer(ask);
}

process.on('message', (ask: Ask) => {
  void reply(ask).then((result) => {
    process.send!({ id: ask.id, result });
    // After it has answered, so that it makes nobody wait.
    if (ask.do === 'open' && ask.empty) next ??= openShop(true, ask.now);
  });
});
process.on('disconnect', () => {
  void Promise.resolve(next)
    .then((ready) => ready?.answer({ id: 0, do: 'end' }))
    .finally(() => process.exit(0));
});
