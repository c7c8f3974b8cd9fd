import createMysqlStore from 'express-mysql-session';
import session, { type SessionData } from 'express-session';
import type { Pool } from 'mysql2/promise';
import { patiently } from '../db/away';

/** How long a session that was read is believed, in milliseconds. */
const BELIEVED = 3_000;
/** Sessions kept in memory at the most. */
const MOST = 1_000;

/**
 * Sessions in the database. What was read is believed for some seconds, so that a busy counter
 * does not ask for the same row at every request: a sign-out holds at once on this server and
 * after these seconds on another. Whether the user still is one is asked at every request.
 * @param lifetimeMs from the sign-in; it is not prolonged
 */
export function createSessionStore(pool: Pool, lifetimeMs: number) {
  const Store = createMysqlStore(session);
  const store = new Store(
    {
      createDatabaseTable: false,
      endConnectionOnClose: false,
      expiration: lifetimeMs,
      schema: { tableName: 'session' },
    },
    pool,
  );
  const known = new Map<string, { data: SessionData; until: number }>();
  const { get, set, destroy } = store;
  /** Counts changes, so that a read that began before one is not believed after it. */
  let changes = 0;
  const forget = (id: string) => {
    changes += 1;
    known.delete(id);
  };
  return Object.assign(store, {
    // Prolonging a session would be a durable write a request, and a store that can do it also
    // makes express-session send each answer in two packets.
    touch: undefined,
    get(id: string, done: (error: unknown, data?: SessionData | null) => void) {
      const found = known.get(id);
      if (found && found.until > Date.now()) return done(null, structuredClone(found.data));
      const before = changes;
      const read = () =>
        new Promise<SessionData | null | undefined>((resolve, reject) =>
          get.call(store, id, (error: unknown, data?: SessionData | null) =>
            error ? reject(error as Error) : resolve(data),
          ),
        );
      patiently(read).then(
        (data) => {
          if (known.size >= MOST) known.clear();
          if (data && changes === before) {
            known.set(id, { data: structuredClone(data), until: Date.now() + BELIEVED });
          }
          done(null, data);
        },
        (error: unknown) => done(error),
      );
    },
    set(...given: Parameters<typeof set>) {
      forget(given[0]);
      return set.apply(store, given);
    },
    destroy(...given: Parameters<typeof destroy>) {
      forget(given[0]);
      return destroy.apply(store, given);
    },
  });
}
