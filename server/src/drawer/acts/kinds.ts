import { DRAWER_ACT_KINDS, DRAWER_ACTS, type DrawerActKind } from '@abacist/core/drawer';

const list = (kinds: readonly DrawerActKind[]) => kinds.map((kind) => `'${kind}'`).join(', ');

/** Kinds of a drawer's acts that bring money in, and all that take some out, for statements. */
export const BROUGHT_IN = list(
  DRAWER_ACT_KINDS.filter((one) => DRAWER_ACTS[one].way === 'in'),
);
