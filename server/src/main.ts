import { createApp, createLog } from './app';
import { checkServer } from './db/transaction';
import { createPool } from './db/pool';
import { startSealer } from './ledger/sealer';

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
    ...(clientFolder && { clientFolder }),
  });
  const stopSealer = startSealer(pool, clock, log);
  const port = Number(process.env['PORT'] ?? 0);
  const server = app.listen(port, '127.0.0.1', () => {
    const address = server.address();
    if (address && typeof address === 'object') process.send?.({ port: address.port });
  });
  const end = async () => {
    server.close();
    server.closeAllConnections();
    await stopSealer();
    await close();
    await pool.end();
    process.exit(0);
  };
  process.once('SIGTERM', () => void end());
  process.once('SIGINT', () => void end());
  process.once('disconnect', () => void end());
}

await start();
