import { minor, minus, share, sum, type Minor } from '../money';
import { accept, refuse, type BrokenRule, type Outcome } from '../outcome';
import {
  taxByAuthority,
  taxTicket,
  type TaxCode,
  type TaxedLine,
  type TaxRules,
} from '../tax';

type Figure = { amountMinor: number; code: TaxCode };
type Stated = readonly { authorityId: number; taxMinor: number }[];

/**
 * How far the tax of a till may stand from taxed sales × rate: it rounds each receipt, and we know their sum
 * alone. Half a percent of the tax and five minor units beside it.
 * @returns minor units
 */
export const taxTolerance = (computedMinor: number): Minor =>
  minor(Math.ceil(Math.abs(computedMinor) / 200) + 5);

/** What an authority's tax comes to by its rates, beside what the till says of it. */
export type TaxOfTotals = {
  authorityId: number;
  computedMinor: Minor;
  statedMinor: Minor | null;
  /** above: no sale can owe so much. below: something may have been sold without tax. */
  judged: 'agrees' | 'above' | 'below';
};

/** Each authority's tax of some totals, by rate and as the till says it. */
export function taxesOfTotals(
  sold: readonly Figure[],
  returned: readonly Figure[],
  stated: Stated,
  rules: TaxRules,
): TaxOfTotals[] {
  const computed = new Map<number, number>();
  const add = (lines: readonly TaxedLine[], sign: 1 | -1) => {
    for (const { authorityId, taxMinor } of taxByAuthority(lines)) {
      computed.set(authorityId, (computed.get(authorityId) ?? 0) + sign * taxMinor);
    }
  };
  add(taxTicket(sold, rules), 1);
  add(taxTicket(returned, rules), -1);
  for (const { authorityId } of stated) {
    if (!computed.has(authorityId)) computed.set(authorityId, 0);
  }
  return [...computed].map(([authorityId, tax]) => {
    const said = stated.find((one) => one.authorityId === authorityId);
    const aside = said ? said.taxMinor - tax : 0;
    const bound = taxTolerance(tax);
    return {
      authorityId,
      computedMinor: minor(tax),
      statedMinor: said ? minor(said.taxMinor) : null,
      judged: aside > bound ? 'above' : aside < -bound ? 'below' : 'agrees',
    };
  });
}

/**
 * Taxes the totals of departments so that each authority's tax is what the till says, returned tax taken off;
 * it is shared over the departments that owe it by largest remainder, by what each owes at its rate.
 * Refusals: `totals.taxAbove` (computedMinor), `totals.taxNowhere`, `totals.taxBelowReturns`.
 * Tax that is lower than its rate asks: what was sold without it is not known to us.
 */
export function taxTotals(
  sold: readonly Figure[],
  returned: readonly Figure[],
  stated: Stated,
  rules: TaxRules,
): Outcome<{ sold: TaxedLine[]; returned: TaxedLine[]; broken: BrokenRule[] }> {
  const back = taxTicket(returned, rules);
  const backBy = new Map(taxByAuthority(back).map((one) => [one.authorityId, one.taxMinor]));
  const plain = taxTicket(sold, rules);
  const broken: BrokenRule[] = [];
  const shares = new Map<number, Minor[]>();
  for (const tax of taxesOfTotals(sold, returned, stated, rules)) {
    const { authorityId, statedMinor, computedMinor, judged } = tax;
    if (statedMinor === null) continue;
    const at = `taxes.${stated.findIndex((one) => one.authorityId === authorityId)}.taxMinor`;
    const weights = plain.map((line) => weightOf(line, authorityId));
    const toShare = sum([statedMinor, backBy.get(authorityId) ?? 0]);
    if (toShare !== 0 && weights.every((weight) => weight === 0n)) {
      return refuse('totals.taxNowhere', at);
    }
    if (judged === 'above') return refuse('totals.taxAbove', at, { computedMinor });
    if (toShare < 0) return refuse('totals.taxBelowReturns', at);
    if (judged === 'below') {
      const params = { statedMinor, computedMinor };
      broken.push({ code: 'rule.totalsTax', approver: 'clerk', params });
    }
    shares.set(
      authorityId,
      toShare === 0 ? weights.map(() => minor(0)) : share(toShare, weights),
    );
  }
  const taxed = plain.map((line, i) =>
    withShares(line, sold[i]!.amountMinor, shares, i, rules),
  );
  return accept({ sold: taxed, returned: back, broken });
}

const weightOf = ({ parts }: TaxedLine, authorityId: number): bigint =>
  BigInt(parts.find((part) => part.authorityId === authorityId)?.taxMinor ?? 0);

function withShares(
  line: TaxedLine,
  amountMinor: number,
  shares: ReadonlyMap<number, Minor[]>,
  i: number,
  { pricesIncludeTax }: TaxRules,
): TaxedLine {
  const parts = line.parts.map((part) => ({
    ...part,
    taxMinor: shares.get(part.authorityId)?.[i] ?? part.taxMinor,
  }));
  const taxMinor = sum(parts.map((part) => part.taxMinor));
  return {
    parts,
    taxMinor,
    netMinor: pricesIncludeTax ? minus(amountMinor, taxMinor) : minor(amountMinor),
  };
}
