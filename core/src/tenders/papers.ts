import { sum } from '../money';
import { refuse, type Outcome } from '../outcome';
import type { OwedPaper } from './room';

/** A credit note or voucher has what all tenders of a ticket ask of it, and is not past its last day. */
export function spends(
  paper: 'credit' | 'voucher',
  { validUntil, leftMinor }: OwedPaper,
  askedMinor: readonly number[],
  today: string,
  at: string,
): Outcome<never> | undefined {
  if (validUntil !== null && validUntil < today) {
    return refuse(`${paper}.expired`, at, { date: validUntil });
  }
  return sum(askedMinor) > leftMinor
    ? refuse(`${paper}.over`, `${at}.amountMinor`, { leftMinor })
    : undefined;
}
