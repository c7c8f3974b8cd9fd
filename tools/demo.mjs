import { ensureDebianPackages, ensureNpmPackages } from './lib/setup.mjs';
import { main, step } from './lib/step.mjs';

/* npm run demo [-- --empty] [-- --fresh]: everything from a bare machine to a running shop. */
main(async () => {
  const has = (flag) => process.argv.includes(flag);
  const empty = has('--empty');
  if (!process.env.DATABASE_URL) await ensureDebianPackages(['mariadb-server']);
  await ensureNpmPackages();
  const { openDatabase, prepareShop, startOutside, startServer } =
    await import('./lib/shop.mjs');
  const { ensureClient } = await import('./lib/client.mjs');

  const database = await openDatabase(empty ? 'empty' : 'demo', { fresh: has('--fresh') });
  let server;
  let outside;
  let ending = false;
  const end = async () => {
    if (ending) return;
    ending = true;
    process.stdout.write('\n');
    await step('Ending', async () => {
      await server?.stop();
      await outside?.stop();
      await database.stop();
    });
  };
  process.on('SIGINT', () => void end());
  process.on('SIGTERM', () => void end());
  try {
    const appUrl = await prepareShop(database.adminUrl, { empty });
    await ensureClient();
    if (ending) return;
    const port = Number(process.env.PORT ?? 4870);
    outside = await step('Starting the outbox and the roll printer', () =>
      startOutside({ port: port + 1, appUrl }),
    );
    server = await step('Starting the server', () =>
      startServer(appUrl, { port, env: outside.env }),
    );
  } catch (error) {
    await end();
    throw error;
  }
  console.log(`\nAbacist is open at ${server.address} (end it with Ctrl-C)\n`);
  console.log(`Mail and slips that leave the shop stand at ${outside.address},`);
  console.log('with the files that processors and the bank send next\n');
  server.child.once('exit', () => void end());
});
