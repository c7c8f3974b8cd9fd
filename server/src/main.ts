import { fileURLToPath } from 'node:url';
import { MessageChannel } from 'node:worker_threads';
import { Piscina } from 'piscina';
import { createApp } from './app';
import { checkServer } from './db/transaction';
import { createPool } from './db/pool';
import { patiently } from './db/away';
import { keepAlive } from './http/keepAlive';
import { keepHouse } from './housekeeping';
import { createLog } from './log';
import { connectOutside } from './outside/outside';

/** How long the server waits for its database at the start, in milliseconds. */
const START_PATIENCE = 120_000;
/** How long requests that run may still take when the server is told to end. */
const LEAVE_WITHIN = 15_000;

/** Starts the server from its environment; SIGTERM or SIGINT end it cleanly. */
async function start(): Promise<void> {
  const env = (name: string): string => {
    const value = process.env[name];
    if (!value) throw new Error(`${name} is not set`);
    return value;
  };
  const url = env('DATABASE_APP_URL');
  const log = createLog(process.env['LOG_LEVEL'] ?? 'warn');
  const pool = createPool(url);
  // A database that is not there yet is waited for: the server may have been started with it.
  await patiently(() => checkServer(pool), START_PATIENCE);
  const clock = () => new Date();
  const clientFolder = process.env['CLIENT_FOLDER'];
  const { app, deps, close } = createApp({
    pool,
    database: new URL(url).pathname.slice(1),
    sessionSecret: env('SESSION_SECRET'),
    clock,
    guardClock: true,
    log,
    outside: connectOutside(
      process.env['MAIL_URL'],
      process.env['PRINTER_URL'],
      process.env['TERMINAL_URL'],
    ),
    ...(clientFolder && { clientFolder }),
    ...(process.env['TRUST_PROXY'] && { trustProxy: process.env['TRUST_PROXY'] }),
    ...(process.env['IDLE_MINUTES'] && { idleMinutes: Number(process.env['IDLE_MINUTES']) }),
  });
  const sealing = new Piscina({
    filename: fileURLToPath(new URL('./workers/seal.worker.ts', import.meta.url)),
    execArgv: ['--import', 'tsx'],
    maxThreads: 1,
  });
  const { port1: stopSealer, port2 } = new MessageChannel();
  const sealer = sealing.run({ url, port: port2 }, { transferList: [port2] });
  // Without seals the books are not kept: the server ends rather than going on.
  sealer.catch((error: unknown) => {
    log.fatal({ err: error }, 'the sealer ended');
    process.exit(1);
  });
  const keeping = keepHouse(deps);
  // A job that ran while the database was away has said so in the log: the server goes on.
  process.on('unhandledRejection', (error) => log.error({ err: error }, 'unhandled'));
  const port = Number(process.env['PORT'] ?? 0);
  const server = app.listen(port, '127.0.0.1', () => {
    const address = server.address();
    if (address && typeof address === 'object') process.send?.({ port: address.port });
  });
  keepAlive(server);
  let ending = false;
  const end = async () => {
    if (ending) return;
    ending = true;
    keeping.stop();
    // Requests that run are finished; nobody new gets in.
    const left = new Promise<void>((resolve) => server.close(() => resolve()));
    server.closeIdleConnections();
    const late = setTimeout(() => server.closeAllConnections(), LEAVE_WITHIN);
    await left;
    clearTimeout(late);
    stopSealer.postMessage('stop');
    await sealer;
    await sealing.destroy();
    await close();
    await pool.end();
    process.exit(0);
  };
  process.once('SIGTERM', () => void end());
  process.once('SIGINT', () => void end());
  process.once('disconnect', () => void end());
}

await start();
