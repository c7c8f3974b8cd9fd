import { searchSchema, type HitKind, type SearchHit } from '@abacist/contracts';
import { mayUse, type Right } from '@abacist/contracts/rights';
import { parseAmount } from '@abacist/core/money';
import { Router } from 'express';
import type { Deps } from '../context';
import { query } from '../http/query';
import { bead } from './kinds/bead';
import { document } from './kinds/document';
import { item } from './kinds/item';
import { line } from './kinds/line';
import { party } from './kinds/party';
import type { Asked, HitOf, SearchRoom } from './room';

/**
 * Every kind of hit, in the order in which they are shown. What one query tells apart stands at each
 * of its kinds and is asked once.
 */
const ROOMS: {
  [K in HitKind]:
    SearchRoom<Extract<SearchHit, { kind: K }>> | SearchRoom<HitOf<'account' | 'customer'>>;
} = {
  bead,
  document,
  account: party,
  customer: party,
  item,
  line,
};
const ASKED = [...new Set<SearchRoom<SearchHit>>(Object.values(ROOMS))];

/** Reads what was typed: a number like R-12 or 12, an amount, words. */
export function readAsked(text: string, currency: string): Asked {
  const trimmed = text.trim();
  const number = /^(?:([a-z]{1,6})-?)?(\d{1,12})$/i.exec(trimmed);
  const amount = parseAmount(trimmed, currency);
  return {
    text: trimmed,
    number: number
      ? { series: number[1]?.toUpperCase() ?? null, number: Number(number[2]) }
      : null,
    amountMinor: amount.ok && amount.value !== 0 ? Math.abs(amount.value) : null,
  };
}

export function searchRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/search',
    query(
      deps,
      'GET /search',
      searchSchema,
      async ({ db, deps: { clock }, shop, actor }, { text }) => {
        const may = (right: Right) => mayUse(actor.role, right);
        const asked = readAsked(text, shop.currency);
        if (!asked.text) return { hits: [] };
        const found = await Promise.all(
          ASKED.map(({ needs, find }) =>
            may(needs) ? find({ db, shop, now: clock(), may }, asked) : Promise.resolve([]),
          ),
        );
        return { hits: found.flat() };
      },
    ),
  );
  return router;
}
