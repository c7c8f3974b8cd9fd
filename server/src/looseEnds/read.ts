import type { LooseEnds } from '@abacist/contracts';
import { daysBetween } from '@abacist/core/dates';
import { LOOSE_END_PLACES, LOOSE_ENDS } from '@abacist/core/looseEnds';
import { mayAs, type Role } from '@abacist/core/people';
import { FINDERS } from './kinds';
import type { Asking } from './room';

/**
 * All that does not tie and needs a person, oldest first, with the place of its mend; of it what the
 * person's role can open.
 */
export async function looseEnds(asking: Asking, role: Role): Promise<LooseEnds> {
  const finders = [...new Set(Object.values(FINDERS))];
  const found = (await Promise.all(finders.map((find) => find(asking)))).flat();
  const ends = found
    .filter(({ code }) => mayAs(role, LOOSE_ENDS[code].needs))
    .map(({ since, ...end }) => ({
      ...end,
      place: LOOSE_ENDS[end.code].place,
      ageDays: since === null ? 0 : Math.max(0, daysBetween(since, asking.today)),
    }))
    .sort((a, b) => b.ageDays - a.ageDays);
  return {
    ends,
    byPlace: Object.fromEntries(
      LOOSE_END_PLACES.map((one) => [one, ends.filter(({ place }) => place === one).length]),
    ) as LooseEnds['byPlace'],
  };
}
