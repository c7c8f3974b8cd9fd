import { taxPartsOf, type TaxPart } from '../accounts/parts';
import { post, type JournalLine } from '../ledger';
import { minus } from '../money';
import { accept, refuse, type BrokenRule, type Outcome } from '../outcome';
import { moveAcrossPots, ofDispute, split, type Part } from '../takings';

type Taxes = readonly { authorityId: number; taxMinor: number }[];

/** A dispute of which something is lost. Minor units. */
export type Losing = {
  id: number;
  processorId: number;
  /** What neither came back nor is lost; below zero where more came back than was taken. */
  openMinor: number;
  /** What it holds, by the day and pot that it is of. */
  held: readonly (Part & { pot: string })[];
  /** The sale that is disputed, with its tax; null where it is not known. */
  sale: { amountMinor: number; taxes: Taxes } | null;
  /** What of it was lost before and stands, and the tax in that. */
  lostMinor: number;
  lostTaxes: Taxes;
};

export type Lost = { taxes: TaxPart[]; lines: JournalLine[]; broken: BrokenRule[] };

/**
 * What of a dispute will not come back is the shop's loss, on the day of the sale; the tax in it is owed
 * no more where the shop's rule for bad debts says so, by the sale's own parts, cumulated. What came
 * back for no dispute that is known is a gain of the same account.
 * Refusals: `dispute.nothingOpen`, `dispute.moreThanOpen` (openMinor).
 * @param amountMinor of the open amount's sign, and not beyond it
 * @param allowedMinor what the person may write off alone; null: all
 */
export function decideLost(
  amountMinor: number,
  dispute: Losing,
  { allowedMinor, adjustsTax }: { allowedMinor: number | null; adjustsTax: boolean },
): Outcome<Lost> {
  const { openMinor } = dispute;
  if (openMinor === 0) return refuse('dispute.nothingOpen');
  const sign = Math.sign(openMinor);
  if (amountMinor * sign <= 0 || amountMinor * sign > Math.abs(openMinor))
    return refuse('dispute.moreThanOpen', 'amountMinor', { openMinor });
  const taxes = adjustsTax ? taxesOf(amountMinor, dispute) : [];
  const beyond = allowedMinor !== null && Math.abs(amountMinor) > allowedMinor;
  return accept({
    taxes,
    lines: linesOf(amountMinor, dispute, taxes),
    broken: beyond
      ? [
          {
            code: 'rule.disputeLost',
            approver: 'manager',
            params: { amountMinor, allowedMinor },
          },
        ]
      : [],
  });
}

/** The tax in what is lost: the sale's up to there, less what was taken before. */
function taxesOf(amountMinor: number, { sale, lostMinor, lostTaxes }: Losing): TaxPart[] {
  if (!sale || amountMinor < 0) return [];
  // More may be disputed than was sold: a tip has no tax.
  const upTo = Math.min(sale.amountMinor, lostMinor + amountMinor);
  return taxPartsOf(upTo, sale)
    .map(({ authorityId, taxMinor }) => {
      const before = lostTaxes.find((one) => one.authorityId === authorityId);
      return { authorityId, taxMinor: minus(taxMinor, before?.taxMinor ?? 0) };
    })
    .filter(({ taxMinor }) => taxMinor !== 0);
}

function linesOf(
  amountMinor: number,
  { id, processorId, held }: Losing,
  taxes: readonly TaxPart[],
): JournalLine[] {
  const parts = moveAcrossPots(held, amountMinor);
  const shared = split(parts, [
    ...taxes.map(({ authorityId, taxMinor }) => ({
      name: String(authorityId),
      amountMinor: taxMinor,
    })),
    { name: 'net' },
  ]);
  const holders = { disputes: ofDispute(id) };
  const at = (i: number, minor: number) => {
    const { takingsDay, pot } = parts[i]!;
    return { amountMinor: minor, takings: { takingsDay, pot, holders } };
  };
  return post(
    'chargeback.lost',
    {
      net: shared['net']!.map((minor, i) => at(i, minor)),
      tax: taxes.flatMap(({ authorityId }) =>
        shared[String(authorityId)]!.map((minor, i) => ({ ...at(i, minor), authorityId })),
      ),
      amount: parts.map((part, i) => at(i, part.amountMinor)),
    },
    { processorId },
  );
}
