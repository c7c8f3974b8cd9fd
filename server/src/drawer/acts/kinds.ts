import { ACT_FACTS, DRAWER_ACT_KINDS } from '@abacist/core/drawerActs';
import { DOCUMENTS } from '@abacist/core/ledger';

/* Kinds of a drawer's acts as statements name them. */

const list = (kinds: readonly string[]) => kinds.map((kind) => `'${kind}'`).join(', ');
const going = (way: 'in' | 'out') =>
  list(DRAWER_ACT_KINDS.filter((kind) => ACT_FACTS[kind].way === way));

/** The documents that number them. */
export const ACT_DOCUMENT_KINDS = [
  ...new Set(DRAWER_ACT_KINDS.map((kind) => ACT_FACTS[kind].document)),
];
export const ACT_DOCUMENTS = list(ACT_DOCUMENT_KINDS);
/** The document of an act `x`. */
export const DOCUMENT_OF_ACT = `CASE x.kind ${DRAWER_ACT_KINDS.map(
  (kind) => `WHEN '${kind}' THEN '${ACT_FACTS[kind].document}'`,
).join(' ')} END`;
/** The documents that undo them. */
export const ACT_UNDOINGS = list(ACT_DOCUMENT_KINDS.map((kind) => DOCUMENTS[kind].undoneBy));
/** Kinds that bring money into a drawer. */
const INTO_DRAWER = going('in');
/** Kinds that bring money into a drawer or to the bank. */
export const BROUGHT_IN = list(
  DRAWER_ACT_KINDS.filter(
    (kind) => ACT_FACTS[kind].way === 'in' || ACT_FACTS[kind].bank === 'in',
  ),
);
/** Kinds that the bank pays: no takings are in them. */
export const PAID_BY_BANK = list(
  DRAWER_ACT_KINDS.filter((kind) => ACT_FACTS[kind].bank === 'out' && !ACT_FACTS[kind].tagged),
);
/** Kinds that come to the bank. */
export const BROUGHT_TO_BANK = list(
  DRAWER_ACT_KINDS.filter((kind) => ACT_FACTS[kind].bank === 'in'),
);
/** What the drawer has more of an act `x`, or less below zero. */
export const CASH_OF_ACT = `CASE WHEN x.kind IN (${INTO_DRAWER}) THEN x.amount_minor
  WHEN x.kind IN (${going('out')}) THEN -x.amount_minor ELSE 0 END`;
