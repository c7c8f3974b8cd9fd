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
import { depositRoutes } from './deposits/routes';
import { drawerRoutes } from './drawer/routes';
import { errorHandler, HttpError } from './http/errors';
import { customerRoutes } from './customers/routes';
import { itemRoutes } from './items/routes';
import { ledgerRoutes } from './ledger/routes';
import { createLog } from './log';
import { looseEndRoutes } from './looseEnds/routes';
import { matchingRoutes } from './matching/routes';
import { createLimiter } from './people/limiter';
import { orderRoutes } from './orders/routes';
import { connectOutside, type Outside } from './outside/outside';
import { paperRoutes } from './papers/routes';
import { peopleRoutes } from './people/routes';
import { createSessionStore } from './people/sessionStore';
import { salesRoutes } from './sales/routes';
import { settlementRoutes } from './settlements/routes';
import { taxRoutes } from './tax/routes';
import { tenderRoutes } from './tenders/routes';
import { terminalRoutes } from './terminal/routes';
import { trailRoutes } from './trail/routes';
import { createJobs } from './workers/jobs';

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
};

const DAY = 24 * 60 * 60 * 1000;
const WRITES = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);

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
    limiter: createLimiter(pool, database, 10, 15 * 60),
  };
  const app = express();
  app.disable('x-powered-by');
  // An answer of the API is never stored, so a tag of its content would serve nobody.
  app.disable('etag');
  if (log.isLevelEnabled('debug')) app.use(pinoHttp({ logger: log, useLevel: 'debug' }));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:'],
          connectSrc: ["'self'"],
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
    }),
  );

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
  api.use(express.json({ limit: '12mb' }));
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
  for (const routes of [
    peopleRoutes,
    salesRoutes,
    drawerRoutes,
    dayRoutes,
    depositRoutes,
    settlementRoutes,
    matchingRoutes,
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
  app.get('/{*rest}', (_request, response) => {
    response.set('Cache-Control', 'no-cache').sendFile('index.html', { root: folder });
  });
}
