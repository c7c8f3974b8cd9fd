import { Router } from 'express';
import type { Deps } from '../context';
import { noInput, query } from '../http/query';
import { fundingView } from './view';

export function fundingRoutes(deps: Deps): Router {
  return Router().get('/funding', query(deps, 'GET /funding', noInput, fundingView));
}
