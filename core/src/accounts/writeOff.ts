import { minus, sum, type Minor } from '../money';
import { accept, refuse, type BrokenRule, type Outcome } from '../outcome';
import { taxPartsOf, type TaxPart } from './parts';

export type WriteOffParts = {
  /** What the shop bears, and what of the written amount was tax that it owes no more. */
  netMinor: Minor;
  taxMinor: Minor;
  taxes: TaxPart[];
};

/** A charge of which something is written off, by its own parts. Minor units. */
export type WrittenCharge = {
  leftMinor: number;
  amountMinor: number;
  taxes: readonly { authorityId: number; taxMinor: number }[];
  /** What of it was written off with its tax before and stands, and that tax. */
  writtenMinor: number;
  writtenTaxes: readonly { authorityId: number; taxMinor: number }[];
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

/** The parts of a written amount are the charge's own, cumulated over its write-offs. */
function partsOf(
  amountMinor: number,
  charge: WrittenCharge,
  adjustsTax: boolean,
): WriteOffParts {
  const upTo = adjustsTax ? taxPartsOf(charge.writtenMinor + amountMinor, charge) : [];
  const taxes = upTo.map(({ authorityId, taxMinor }) => {
    const before = charge.writtenTaxes.find((one) => one.authorityId === authorityId);
    return { authorityId, taxMinor: minus(taxMinor, before?.taxMinor ?? 0) };
  });
  const taxMinor = sum(taxes.map((one) => one.taxMinor));
  return { netMinor: minus(amountMinor, taxMinor), taxMinor, taxes };
}

/** A write-off of which a part is taken back, and what of it stays. */
export type SplitWriteOff = {
  backTaxes: TaxPart[];
  restMinor: Minor;
  restTaxes: TaxPart[];
};

/**
 * Takes a part of a write-off back: what stays keeps its share of the tax, so that all of it is
 * back when the last part is. @param amountMinor not above the write-off
 */
export function splitWriteOff(
  amountMinor: number,
  written: {
    amountMinor: number;
    taxes: readonly { authorityId: number; taxMinor: number }[];
  },
): SplitWriteOff {
  const restMinor = minus(written.amountMinor, amountMinor);
  const restTaxes = taxPartsOf(restMinor, written);
  const backTaxes = written.taxes.map(({ authorityId, taxMinor }, i) => ({
    authorityId,
    taxMinor: minus(taxMinor, restTaxes[i]!.taxMinor),
  }));
  return { backTaxes, restMinor, restTaxes };
}
