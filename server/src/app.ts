import express, { type Express } from 'express';
import session from 'express-session';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import type { Pool } from 'mysql2/promise';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { accountRoutes } from './accounts/routes';
import { accountFileRoutes } from './accounts/files/routes';
import { accountStatementRoutes } from './accounts/statements/routes';
import { dayRoutes } from './days/routes';
import type { Deps } from './context';
import { slipRoutes } from './slips/routes';
import { totalsRoutes } from './totals/routes';
import { drawerRoutes } from './drawer/routes';
import { errorHandler, HttpError } from './http/errors';
import { documentRoutes } from './documents/routes';
import { keyRoutes } from './http/keys';
import type { Right } from '@abacist/contracts/rights';
import { TAKES_FILE, TAKES_ROWS } from './http/rights';
import { customerRoutes } from './customers/routes';
import { itemRoutes } from './items/routes';
import { watchClock } from './ledger/clock';
import { ledgerRoutes } from './ledger/routes';
import { createLog } from './log';
import { looseEndRoutes } from './looseEnds/routes';
import { bankRoutes } from './bank/routes';
import { matchingRoutes } from './matching/routes';
import { createLimiter } from './people/limiter';
import { orderRoutes } from './orders/routes';
import { connectOutside, type Outside } from './outside/outside';
import { paperRoutes } from './papers/routes';
import { peopleRoutes } from './people/routes';
import { createSessionStore } from './people/sessionStore';
import { salesRoutes } from './sales/routes';
import { searchRoutes } from './search/routes';
import { fundingRoutes } from './funding/routes';
import { processorRoutes } from './processors/routes';
import { disputeRoutes } from './disputes/routes';
import { settlementRoutes } from './settlements/routes';
import { taxRoutes } from './tax/routes';
import { tenderRoutes } from './tenders/routes';
import { terminalRoutes } from './terminal/routes';
import { trailRoutes } from './trail/routes';
import { createJobs } from './workers/jobs';
import { watchReading } from './workers/reading';

export type AppOptions = {
  pool: Pool;
  /** The name of the pool's database. */
  database: string;
  sessionSecret: string;
  clock?: () => Date;
  log?: Logger;
  /** The exported web client; without it only the API is served. */
  clientFolder?: string;
  /** Where mail and print streams go; nowhere when it is not said. */
  outside?: Outside;
  /** Which proxies before the server are believed (Express's `trust proxy`); none if not said. */
  trustProxy?: string;
  /** After how many minutes without a request a session ends. */
  idleMinutes?: number;
  /** Posting asks when the clock runs back or leaps; tests set theirs as they like. */
  guardClock?: boolean;
};

const DAY = 24 * 60 * 60 * 1000;
const MINUTE = 60 * 1000;
/** How often a session's last use is written: each write is a durable one. */
const SEEN_EVERY = 5 * MINUTE;
const WRITES = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);
/** Where a person gets in; all else is for who is signed in, before its body is even read. */
const DOOR = '/session';

const NOT_SIGNED_IN = { error: 'notSignedIn' as const, refusals: [] };

/** `1` as a count of proxies, else names and addresses as Express takes them. */
const trustOf = (text: string): string | number => (/^\d+$/.test(text) ? Number(text) : text);

/** The application: API under /api, everything else is the web client. */
export function createApp(options: AppOptions): {
  app: Express;
  deps: Deps;
  close: () => Promise<void>;
} {
  const { pool, database } = options;
  const clock = options.clock ?? (() => new Date());
  const log = options.log ?? createLog();
  const jobs = createJobs(pool, log, clock);
  const deps: Deps = {
    pool,
    clock,
    log,
    jobs,
    outside: options.outside ?? connectOutside(),
    limiter: createLimiter(pool, database),
    ...(options.guardClock && { clockWatch: watchClock(clock) }),
  };
  const app = express();
  app.disable('x-powered-by');
  // An answer of the API is never stored, so a tag of its content would serve nobody.
  app.disable('etag');
  if (options.trustProxy) app.set('trust proxy', trustOf(options.trustProxy));
  if (log.isLevelEnabled('debug')) app.use(pinoHttp({ logger: log, useLevel: 'debug' }));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          // What reads barcodes where the browser can't is compiled from our own file.
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:'],
          connectSrc: ["'self'"],
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use((request, response, next) => {
    response.set('Permissions-Policy', 'camera=(self), microphone=(), geolocation=()');
    // Said only where it is true: a shop's own network may have no TLS.
    if (request.secure) response.set('Strict-Transport-Security', `max-age=${DAY / 1000}`);
    next();
  });

  const store = createSessionStore(pool, DAY / 2);
  const api = express.Router();
  api.use((request, response, next) => {
    response.set('Cache-Control', 'no-store');
    // Beside SameSite cookies: a page of another site can't send a write.
    const site = request.get('Sec-Fetch-Site');
    if (WRITES.has(request.method) && site !== undefined && site !== 'same-origin') {
      throw new HttpError(403, { error: 'forbidden', refusals: [{ code: 'http.otherSite' }] });
    }
    next();
  });
  api.use(
    session({
      name: 'abacist',
      secret: options.sessionSecret,
      store,
      resave: false,
      saveUninitialized: false,
      cookie: { httpOnly: true, sameSite: 'strict', secure: 'auto', maxAge: DAY / 2 },
    }),
  );
  const idle = (options.idleMinutes ?? 120) * MINUTE;
  api.use((request, _response, next) => {
    if (request.path === DOOR) return next();
    if (!request.session.actor) throw new HttpError(401, NOT_SIGNED_IN);
    const now = clock().getTime();
    const away = now - (request.session.seenAt ?? now);
    if (away > idle) {
      request.session.destroy(() => next(new HttpError(401, NOT_SIGNED_IN)));
      return;
    }
    // What a page asks by itself is no sign of a person.
    if (away > SEEN_EVERY && !request.get('X-Unattended')) request.session.seenAt = now;
    next();
  });
  const [small, rows, file] = ['256kb', '1mb', '12mb'].map((limit) => express.json({ limit }));
  const isOf = (rights: readonly Right[], { method, path }: express.Request) =>
    rights.includes(`${method} ${path}` as Right);
  const takesFile = (request: express.Request) => isOf(TAKES_FILE, request);
  api.use((request, response, next) => {
    const many = isOf(TAKES_ROWS, request) ? rows! : small!;
    (takesFile(request) ? file! : many)(request, response, next);
  });
  api.use((request, response, next) =>
    takesFile(request) ? watchReading(request, response, next) : next(),
  );
  for (const routes of [
    keyRoutes,
    peopleRoutes,
    salesRoutes,
    drawerRoutes,
    dayRoutes,
    slipRoutes,
    totalsRoutes,
    settlementRoutes,
    disputeRoutes,
    processorRoutes,
    fundingRoutes,
    matchingRoutes,
    bankRoutes,
    itemRoutes,
    taxRoutes,
    tenderRoutes,
    orderRoutes,
    paperRoutes,
    terminalRoutes,
    customerRoutes,
    accountRoutes,
    accountFileRoutes,
    accountStatementRoutes,
    ledgerRoutes,
    trailRoutes,
    looseEndRoutes,
    documentRoutes,
    searchRoutes,
  ]) {
    api.use(routes(deps));
  }
  api.use('/{*rest}', () => {
    throw new HttpError(404, { error: 'notFound', refusals: [{ code: 'http.noEndpoint' }] });
  });
  app.use('/api', api);
  if (options.clientFolder) serveClient(app, options.clientFolder);
  app.use(errorHandler(log));
  return {
    app,
    deps,
    async close() {
      await jobs.close();
      await store.close();
    },
  };
}

/** Compressed files with names by content may be kept for a year; the page is asked for anew. */
function serveClient(app: Express, folder: string): void {
  app.use(
    expressStaticGzip(folder, {
      enableBrotli: true,
      orderPreference: ['br', 'gz'],
      index: false,
      serveStatic: {
        setHeaders(response, file) {
          const hashed = /[-.][0-9a-f]{16,}\./.test(file);
          const fonts = file.includes('/fonts/');
          response.setHeader(
            'Cache-Control',
            hashed || fonts ? 'public, max-age=31536000, immutable' : 'no-cache',
          );
        },
      },
    }),
  );
  app.get('/{*rest}', (request, response) => {
    // A file that is not there is not the application.
    if (/\.[a-z0-9]{2,5}$/i.test(request.path)) {
      response.status(404).type('text').send('Not found');
      return;
    }
    response.set('Cache-Control', 'no-cache').sendFile('index.html', { root: folder });
  });
}
