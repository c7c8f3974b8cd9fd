import { addDays } from '@abacist/core/dates';
import { creditNotes } from '../../sales/detail';
import { loadCounterRules } from '../../sales/rules';
import type { Finder } from '../room';

/** Credit notes whose last day is near or gone and that have something left. */
export const credit: Finder = async ({ db, today }) => {
  const { creditWarnDays } = await loadCounterRules(db);
  const found = await creditNotes(
    db,
    today,
    'n.used_minor < n.amount_minor AND n.valid_until <= ?',
    [addDays(today, creditWarnDays)],
  );
  return found.map(({ number, issuedOn, validUntil, leftMinor, expired }) => ({
    code: expired ? 'creditExpired' : 'creditExpiring',
    since: issuedOn,
    amountMinor: leftMinor,
    params: { number, date: validUntil },
    path: `/counter/credits?number=${number.replace(/^\D+/, '')}`,
  }));
};
