import { Router } from 'express';
import type { Deps } from '../context';
import { noInput, query } from '../http/query';
import { looseEnds } from './read';

export function looseEndRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/loose-ends',
    query(deps, 'GET /loose-ends', noInput, ({ db, deps, shop, today, actor }) =>
      looseEnds({ db, shop, today, now: deps.clock() }, actor.role),
    ),
  );
  return router;
}
