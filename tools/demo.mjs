import { ensureDebianPackages, ensureNpmPackages } from './lib/setup.mjs';
import { main, step } from './lib/step.mjs';

/* npm run demo [-- --empty] [-- --fresh]: everything from a bare machine to a running shop. */
main(async () => {
  const has = (flag) => process.argv.includes(flag);
  const empty = has('--empty');
  if (!process.env.DATABASE_URL) await ensureDebianPackages(['mariadb-server']);
  await ensureNpmPackages();
  const { openDatabase, prepareShop, startServer } = await import('./lib/shop.mjs');
  const { ensureClient } = await import('./lib/client.mjs');

  const database = await openDatabase(empty ? 'empty' : 'demo', { fresh: has('--fresh') });
  let server;
  let ending = false;
  const end = async () => {
    if (ending) return;
    ending = true;
    process.stdout.write('\n');
    await step('Ending', async () => {
      await server?.stop();
      await database.stop();
    });
  };
  process.on('SIGINT', () => void end());
  process.on('SIGTERM', () => void end());
  try {
    const appUrl = await prepareShop(database.adminUrl, { empty });
    await ensureClient();
    if (ending) return;
    server = await step('Starting the server', () =>
      startServer(appUrl, { port: Number(process.env.PORT ?? 4870) }),
    );
  } catch (error) {
    await end();
    throw error;
  }
  console.log(`\nAbacist is open at ${server.address} (end it with Ctrl-C)\n`);
  server.child.once('exit', () => void end());
});
