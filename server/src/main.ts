import { fileURLToPath } from 'node:url';
import { MessageChannel } from 'node:worker_threads';
import { Piscina } from 'piscina';
import { createApp } from './app';
import { checkServer } from './db/transaction';
import { createPool } from './db/pool';
import { createLog } from './log';
import { connectOutside } from './outside/outside';

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
  await checkServer(pool);
  const clock = () => new Date();
  const clientFolder = process.env['CLIENT_FOLDER'];
  const { app, close } = createApp({
    pool,
    database: new URL(url).pathname.slice(1),
    sessionSecret: env('SESSION_SECRET'),
    clock,
    log,
    outside: connectOutside(
      process.env['MAIL_URL'],
      process.env['PRINTER_URL'],
      process.env['TERMINAL_URL'],
    ),
    ...(clientFolder && { clientFolder }),
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
  const port = Number(process.env['PORT'] ?? 0);
  const server = app.listen(port, '127.0.0.1', () => {
    const address = server.address();
    if (address && typeof address === 'object') process.send?.({ port: address.port });
  });
  const end = async () => {
    server.close();
    server.closeAllConnections();
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
