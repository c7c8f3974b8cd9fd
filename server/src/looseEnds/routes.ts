import { Router } from 'express';
import type { Deps } from '../context';
import { noInput, query } from '../http/query';
import { looseEnds } from './read';

export function looseEndRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/loose-ends',
    query(deps, 'clerk', noInput, ({ db, deps: { clock }, shop, today }) =>
      looseEnds(db, shop, today, clock()),
    ),
  );
  return router;
}
