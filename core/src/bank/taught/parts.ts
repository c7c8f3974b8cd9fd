import { multiply, percent } from '../../money';
import type { TaughtAct } from './types';

/** A part of a line as it is recorded. Minor units. */
export type RecordedPart = {
  account: NonNullable<TaughtAct['account']>;
  taxCodeId: number | null;
  amountMinor: number;
};

/**
 * What an answer makes of a line's amount: first what is named by an amount or by its share of the whole, each share rounded
 * half up by itself; what is left is its own account's. An answer without an account has no parts.
 * @param amountMinor the line's amount without sign
 * @returns null where nothing is left for the last one, or a part comes to nothing: such a line is something else
 */
export function partsOf(
  { account, taxCodeId, apart = [] }: TaughtAct,
  amountMinor: number,
): RecordedPart[] | null {
  if (account === null) return [];
  const first = apart.map((part) => ({
    ...{ account: part.account, taxCodeId: part.taxCodeId },
    amountMinor:
      part.amountMinor ?? multiply(amountMinor, percent(part.percent ?? '0'), 'halfUp'),
  }));
  const left = first.reduce((rest, part) => rest - part.amountMinor, amountMinor);
  const all = [...first, { account, taxCodeId, amountMinor: left }];
  return all.every((part) => part.amountMinor > 0) ? all : null;
}
