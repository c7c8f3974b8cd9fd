import type { Server } from 'node:http';

/**
 * Lets who asks end an idle connection: a browser or a proxy keeps one for less than this. The server
 * never ends it in the midst of the next command, which would then not know whether it was kept.
 */
export function keepAlive(server: Server): void {
  server.keepAliveTimeout = 65_000;
}
