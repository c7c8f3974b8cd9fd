import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { SALTMARROW } from '@abacist/sim/shop';
import mysql, { type Pool, type PoolConnection } from 'mysql2/promise';
import { startOutside, type OutsideWorld } from '@abacist/sim/outside';
import { createApp } from '../src/app';
import { connectOutside } from '../src/outside/outside';
import { createLog } from '../src/log';
import type { Deps } from '../src/context';
import { grantApplicationUser } from '../src/db/grants';
import { migrate } from '../src/db/migrate';
import { createPool, row, rows, type Value } from '../src/db/pool';
import { keepAlive } from '../src/http/keepAlive';
import { sealAll } from '../src/ledger/sealer';
import { setUpShop } from '../src/settings/setUp';

export type Answer = { status: number; body: any };

/** A shop on a database of its own, served on loopback, at a time that the test sets. */
export type TestShop = {
  pool: Pool;
  admin: PoolConnection;
  deps: Deps;
  address: string;
  setNow: (instant: string) => void;
  /** A signed-in person's way to the API. */
  as: (name: 'fenella' | 'osric' | 'tamsin') => Promise<Person>;
  one: <T extends object = any>(sql: string, values?: Value[]) => Promise<T>;
  all: <T extends object = any>(sql: string, values?: Value[]) => Promise<T[]>;
  seal: () => Promise<number>;
  jobsEnded: () => Promise<void>;
  /** What came out of the shop: mails and slips. */
  outside: OutsideWorld;
  /** A file of the API as a signed-in person gets it. */
  download: (who: Person, path: string) => Promise<Uint8Array>;
  close: () => Promise<void>;
};

export type Person = {
  cookie: string;
  get: (path: string) => Promise<Answer>;
  send: (
    path: string,
    command: unknown,
    options?: { key?: string; approval?: object },
  ) => Promise<Answer>;
  raw: (method: string, path: string, body?: unknown, headers?: object) => Promise<Answer>;
};

/** The noon of a Monday in the shop's zone: where tests begin. */
export const MONDAY = '2026-03-02T16:00:00Z';

export async function openShop(
  // Tests move the clock by days while somebody is signed in.
  { idleMinutes = 1e9 }: { idleMinutes?: number } = {},
): Promise<TestShop> {
  const root = process.env['TEST_DATABASE_URL'];
  if (!root) throw new Error('TEST_DATABASE_URL is not set: run npm test');
  const name = `t_${randomUUID().replaceAll('-', '').slice(0, 16)}`;
  const first = await mysql.createConnection({ uri: `${root}mysql` });
  await first.query(
    `CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`,
  );
  await first.end();
  const adminPool = createPool(`${root}${name}`, 1);
  const admin = await adminPool.getConnection();
  await migrate(`${root}${name}`);
  const appUrl = await grantApplicationUser(`${root}${name}`, `${name}_app`, 'test');
  const pool = createPool(appUrl);
  let now = new Date(MONDAY);
  const outside = await startOutside();
  const { app, deps, close } = createApp({
    pool,
    outside: connectOutside(outside.mailUrl, outside.printerUrl, outside.terminalUrl),
    database: name,
    sessionSecret: 'test',
    idleMinutes,
    clock: () => now,
    log: createLog(process.env['LOG_LEVEL'] ?? 'fatal'),
  });
  await setUpShop(deps, SALTMARROW);
  // Tests count by figures of their own; the one of counts sets it.
  await admin.query('UPDATE counter_rule SET count_ask_above_minor = NULL');
  const server = await new Promise<Server>((resolve) => {
    const listening = app.listen(0, '127.0.0.1', () => resolve(listening));
    keepAlive(listening);
  });
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const started: string[] = [];
  const { start } = deps.jobs;
  deps.jobs.start = async (userId, kind, task, finish) => {
    const id = await start(userId, kind, task, finish);
    started.push(id);
    return id;
  };
  return {
    pool,
    admin,
    deps,
    address,
    setNow: (instant) => (now = new Date(instant)),
    as: (person) => signIn(address, person),
    one: async (sql, values = []) => (await row(pool, sql, values)) as any,
    all: (sql, values = []) => rows(pool, sql, values) as any,
    seal: () => sealAll(pool, now),
    outside,
    async download(who, path) {
      const response = await fetch(`${address}/api${path}`, {
        headers: { cookie: who.cookie },
      });
      if (!response.ok) throw new Error(`${path} answered ${response.status}`);
      return new Uint8Array(await response.arrayBuffer());
    },
    async jobsEnded() {
      while (started.length) await deps.jobs.ended(started.shift()!);
    },
    async close() {
      server.close();
      server.closeAllConnections();
      await close();
      await outside.close();
      await pool.end();
      await admin.query(`DROP DATABASE ${name}`);
      await admin.query(`DROP USER '${name}_app'@'127.0.0.1'`);
      admin.destroy();
      await adminPool.end();
    },
  };
}

async function call(
  address: string,
  cookie: string,
  method: string,
  path: string,
  body?: unknown,
  headers = {},
) {
  const response = await fetch(`${address}/api${path}`, {
    method,
    headers: {
      cookie,
      ...(body !== undefined && { 'Content-Type': 'application/json' }),
      ...headers,
    },
    ...(body !== undefined && { body: JSON.stringify(body) }),
  });
  return { status: response.status, body: await response.json(), response };
}

async function signIn(address: string, username: string): Promise<Person> {
  const { password } = SALTMARROW.people.find((person) => person.username === username)!;
  const { response } = await call(address, '', 'POST', '/session', { username, password });
  const cookie = response.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ');
  return {
    cookie,
    get: (path) => call(address, cookie, 'GET', path),
    async send(path, command, { key = randomUUID(), approval } = {}) {
      const post = (body: object) =>
        call(address, cookie, 'POST', path, body, { 'Idempotency-Key': key });
      let answer = await post({ command });
      // Whoever approves has seen what is asked: each rule with its figures.
      const rules: object[] = [];
      while (approval && answer.body.error === 'approvalNeeded' && answer.body.rules?.length) {
        if (rules.length > 5) break;
        rules.push(...answer.body.rules);
        answer = await post({ command, approval: { ...approval, rules } });
      }
      return answer;
    },
    raw: (method, path, body, headers) => call(address, cookie, method, path, body, headers),
  };
}

/** Ids of the demo set-up by code. */
export const ids = async (shop: TestShop) => {
  const by = async (table: string) =>
    Object.fromEntries(
      (await shop.all<{ id: number; code: string }>(`SELECT id, code FROM ${table}`)).map(
        ({ id, code }) => [code, id],
      ),
    ) as Record<string, number>;
  return {
    departments: await by('department'),
    drawers: await by('drawer'),
    tenders: await by('tender'),
    items: await by('item'),
  };
};
export type Ids = Awaited<ReturnType<typeof ids>>;

export const cash = (id: Ids, tenderedMinor: number) => ({
  kind: 'cash',
  tenderId: id.tenders['cash'],
  tenderedMinor,
});
export const card = (id: Ids, amountMinor: number, scheme = 'meridian') => ({
  kind: 'card',
  tenderId: id.tenders[scheme],
  amountMinor,
  lastFour: '1111',
  reference: 'A-1',
});
/** A refund by a cheque of the shop's own, on its first bank account. */
export const ourCheque = (
  id: Ids,
  amountMinor: number,
  number: string,
  bankAccountId = 1,
) => ({
  kind: 'ownCheque',
  tenderId: id.tenders['ourCheque'],
  amountMinor,
  cheque: { bankAccountId, number, payee: 'Bo of the Gannet' },
});
/** A book of 12.00, free of tax. */
export const book = (id: Ids, amountMinor = 12_00) => ({
  departmentId: id.departments['books'],
  amountMinor,
});
export const base64 = (text: string) => Buffer.from(text).toString('base64');

/** A PDF's text as a tool of its own reads it (pdf.js). */
export function textOfPdf(pdf: Uint8Array): string {
  const folder = mkdtempSync(path.join(tmpdir(), 'pdf-'));
  try {
    const file = path.join(folder, 'paper.pdf');
    writeFileSync(file, pdf);
    const tool = path.join(__dirname, 'pdfText.mjs');
    return execFileSync(process.execPath, [tool, file], { encoding: 'utf8' });
  } finally {
    rmSync(folder, { recursive: true });
  }
}
