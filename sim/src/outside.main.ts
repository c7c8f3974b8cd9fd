import { createPool } from '@abacist/server/src/db/pool';
import { startOutside } from './outside';

/* The world outside of the demo, in a process of its own; tells its addresses over IPC. */
const appUrl = process.env.SHOP_URL;
const pool = appUrl ? createPool(appUrl) : undefined;
const { address, mailUrl, printerUrl, terminalUrl, close } = await startOutside(
  Number(process.env.PORT ?? 0),
  pool,
);
process.send?.({ address, mailUrl, printerUrl, terminalUrl });
const end = () =>
  void close()
    .then(() => pool?.end())
    .then(() => process.exit(0));
process.once('SIGTERM', end);
process.once('disconnect', end);
