import { minus, multiplyRatio, share, sum, type Minor } from '../money';
import { accept, refuse, type BrokenRule, type Outcome } from '../outcome';

export type WriteOffParts = {
  /** What the shop bears, and what of the written amount was tax that it owes no more. */
  netMinor: Minor;
  taxMinor: Minor;
  taxes: { authorityId: number; taxMinor: Minor }[];
};

/** A charge of which something is written off; its sale's tax where it has one. */
export type WrittenCharge = {
  leftMinor: number;
  saleTotalMinor: number;
  taxes: readonly { authorityId: number; taxMinor: number }[];
};

/**
 * Writes a small difference or a bad debt off. Up to the person's allowance he does it by
 * himself, beyond it by a manager's word.
 * Refusals: `allocation.notPositive`, `allocation.moreThanLeft` (leftMinor).
 * @param allowedMinor what the person may write off alone; null: all
 * @param adjustsTax whether the tax in it is owed no more
 */
export function decideWriteOff(
  amountMinor: number,
  charge: WrittenCharge,
  { allowedMinor, adjustsTax }: { allowedMinor: number | null; adjustsTax: boolean },
): Outcome<{ parts: WriteOffParts; broken: BrokenRule[] }> {
  if (amountMinor <= 0) return refuse('allocation.notPositive', 'amountMinor');
  if (amountMinor > charge.leftMinor) {
    return refuse('allocation.moreThanLeft', 'amountMinor', { leftMinor: charge.leftMinor });
  }
  const beyond = allowedMinor !== null && amountMinor > allowedMinor;
  return accept({
    parts: partsOf(amountMinor, charge, adjustsTax),
    broken: beyond
      ? [{ code: 'rule.writeOff', approver: 'manager', params: { amountMinor, allowedMinor } }]
      : [],
  });
}

/** The tax in a written amount is in the proportion of its sale, shared by largest remainder. */
function partsOf(
  amountMinor: number,
  { saleTotalMinor, taxes }: WrittenCharge,
  adjustsTax: boolean,
): WriteOffParts {
  const whole = sum(taxes.map(({ taxMinor }) => taxMinor));
  if (!adjustsTax || whole <= 0 || saleTotalMinor <= 0) {
    return { netMinor: sum([amountMinor]), taxMinor: sum([]), taxes: [] };
  }
  const taxMinor = multiplyRatio(whole, amountMinor, saleTotalMinor);
  const parts = share(
    taxMinor,
    taxes.map((one) => BigInt(Math.max(0, one.taxMinor))),
  );
  return {
    netMinor: minus(amountMinor, taxMinor),
    taxMinor,
    taxes: taxes.map(({ authorityId }, i) => ({ authorityId, taxMinor: parts[i]! })),
  };
}
