import { businessDate } from '@abacist/core/dates';
import { terminalOrphans } from '../../terminal/charge';
import type { Finder } from '../room';

/** Charges that the terminal approved and no ticket took. */
export const terminalOrphan: Finder = async ({ db, shop, now }) =>
  (await terminalOrphans(db, now)).map((charge) => ({
    code: 'terminalOrphan',
    since: businessDate(new Date(charge.askedAt), shop.zone),
    amountMinor: charge.amountMinor,
    params: { lastFour: charge.lastFour, authorisation: charge.authorisation, by: charge.by },
    path: '/counter/terminal',
  }));
