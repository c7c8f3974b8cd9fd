import { fork } from 'node:child_process';
import path from 'node:path';
import { CLIENT_FOLDER } from './client.mjs';
import { ROOT } from './process.mjs';

/** A demo shop at a fixed instant, on a throw-away database; for pictures and measurements. */
export async function openTestShop(rootUrl, { now, empty = false }) {
  const child = fork(path.join(ROOT, 'e2e/shop.server.ts'), [], {
    cwd: ROOT,
    execArgv: ['--import', 'tsx'],
    env: {
      ...process.env,
      TEST_DATABASE_URL: rootUrl,
      CLIENT_FOLDER,
    },
  });
  const ask = (what) =>
    new Promise((resolve, reject) => {
      child.once('message', ({ result }) => resolve(result));
      child.once('exit', (code) => reject(new Error(`the shop ended with ${code}`)));
      child.send({ id: 1, ...what });
    });
  const address = await ask({ do: 'address' });
  await ask({ do: 'open', empty, now });
  return {
    address,
    stop: async () => {
      await ask({ do: 'end' });
      child.removeAllListeners('exit');
      await new Promise((resolve) => {
        child.once('exit', resolve);
        child.disconnect();
      });
    },
  };
}

/** How Debian's Chromium is started for pictures and measurements. */
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};
