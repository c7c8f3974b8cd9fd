import { ACT_FACTS, DRAWER_ACT_KINDS } from '@abacist/core/drawerActs';
import { DOCUMENTS } from '@abacist/core/ledger';

/* Kinds of a drawer's acts as statements name them. */

const list = (kinds: readonly string[]) => kinds.map((kind) => `'${kind}'`).join(', ');
const brought = DRAWER_ACT_KINDS.filter((kind) => ACT_FACTS[kind].way === 'in');

/** The documents that number them. */
export const ACT_DOCUMENT_KINDS = [
  ...new Set(DRAWER_ACT_KINDS.map((kind) => ACT_FACTS[kind].document)),
];
export const ACT_DOCUMENTS = list(ACT_DOCUMENT_KINDS);
/** The documents that undo them. */
export const ACT_UNDOINGS = list(ACT_DOCUMENT_KINDS.map((kind) => DOCUMENTS[kind].undoneBy));
/** Kinds that bring money into a drawer. */
export const BROUGHT_IN = list(brought);
/** What the drawer has more of an act `x`, or less below zero. */
export const CASH_OF_ACT = `IF(x.kind IN (${BROUGHT_IN}), x.amount_minor, -x.amount_minor)`;
