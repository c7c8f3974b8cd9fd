import { percent } from '../money';
import { accept, refuse, type Outcome } from '../outcome';

/** A rate of an authority and the date from which it holds, until a later one begins. */
export type DatedRate = { from: string; ratePercent: string };

const RATE = /^\d{1,3}(\.\d{1,6})?$/;

/**
 * Whether an authority may get a new rate. It begins today or later, after every rate that is
 * known: what was sold keeps its tax, so a rate for a day gone by would say what nobody paid.
 * Refusals: `tax.rate`, `tax.ratePast` (today), `tax.rateOverlaps` (ratePercent, from).
 */
export function decideRate(
  known: readonly DatedRate[],
  wanted: DatedRate,
  today: string,
): Outcome<DatedRate> {
  const rate = RATE.test(wanted.ratePercent) ? percent(wanted.ratePercent) : null;
  if (!rate || rate.digits > 10n ** BigInt(rate.scale)) {
    return refuse('tax.rate', 'ratePercent');
  }
  if (known.length && wanted.from < today) {
    return refuse('tax.ratePast', 'from', { today });
  }
  const later = known.find(({ from }) => from >= wanted.from);
  if (later) return refuse('tax.rateOverlaps', 'from', { ...later });
  return accept(wanted);
}

/** The rate that holds on a date: the newest that begins on or before it. */
export function rateOn(rates: readonly DatedRate[], date: string): DatedRate | undefined {
  return rates
    .filter(({ from }) => from <= date)
    .sort((a, b) => (a.from < b.from ? 1 : -1))[0];
}

/** One authority's place in a tax code; compound: on the net plus the tax of those before it. */
export type CodePart = { authorityId: number; compound: boolean };

/**
 * Whether authorities may make a code, in this order. None at all means free of tax.
 * Refusals: `tax.authorityTwice`, `tax.compoundFirst`, `tax.unknownAuthority`,
 * `tax.noRateYet` (the authority has no rate that holds today).
 */
export function decideCode(
  parts: readonly CodePart[],
  authorities: readonly { id: number; rates: readonly DatedRate[] }[],
  today: string,
): Outcome<readonly CodePart[]> {
  for (const [i, { authorityId, compound }] of parts.entries()) {
    const at = `parts.${i}`;
    const authority = authorities.find(({ id }) => id === authorityId);
    if (!authority) return refuse('tax.unknownAuthority', at);
    if (parts.findIndex((part) => part.authorityId === authorityId) !== i) {
      return refuse('tax.authorityTwice', at);
    }
    if (compound && i === 0) return refuse('tax.compoundFirst', at);
    if (!rateOn(authority.rates, today)) return refuse('tax.noRateYet', at);
  }
  return accept(parts);
}
