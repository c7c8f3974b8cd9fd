import {
  divideRounded,
  minorFromBigint,
  minus,
  share,
  sum,
  type Minor,
  type Rounding,
} from '../money';
import { exactCode, type TaxCode } from './code';

export type TaxRules = {
  /** Whether the amounts that go in hold their tax already. */
  pricesIncludeTax: boolean;
  /** Whether each line's tax is rounded, or once per tax code of the document. */
  roundBy: 'line' | 'document';
  rounding: Rounding;
};

export type TaxedLine = {
  netMinor: Minor;
  taxMinor: Minor;
  parts: { authorityId: number; taxMinor: Minor }[];
};

/**
 * The tax of a ticket's lines. Each tax code's tax is rounded once (per line or per document),
 * shared among its authorities by largest remainder, then spread over the lines likewise, so
 * that every way of adding up gives the same total. Store the parts; never compute them again.
 * @param lines amounts in minor units, net or gross as the rules say; one sign a ticket
 * @returns one taxed line for each line, in the same order; net + tax = gross when included
 */
export function taxTicket(
  lines: readonly { amountMinor: number; code: TaxCode }[],
  rules: TaxRules,
): TaxedLine[] {
  const groups = new Map<string, number[]>();
  lines.forEach(({ code }, i) => {
    const key = rules.roundBy === 'line' ? `line ${i}` : `code ${code.id}`;
    groups.set(key, [...(groups.get(key) ?? []), i]);
  });
  const taxed: TaxedLine[] = [];
  for (const members of groups.values()) {
    const group = members.map((i) => lines[i]!);
    taxGroup(group, rules).forEach((line, k) => {
      taxed[members[k]!] = line;
    });
  }
  return taxed;
}

function taxGroup(
  lines: readonly { amountMinor: number; code: TaxCode }[],
  rules: TaxRules,
): TaxedLine[] {
  const code = lines[0]!.code;
  const { weights, whole, unit } = exactCode(code);
  const amount = sum(lines.map((line) => line.amountMinor));
  const denominator = rules.pricesIncludeTax ? unit + whole : unit;
  const total = divideRounded(BigInt(amount) * whole, denominator, rules.rounding);
  const byAuthority = code.parts.length ? share(Number(total), weights) : [];
  const lineWeights = lines.map((line) => BigInt(Math.abs(line.amountMinor)));
  const byLine = byAuthority.map((taxMinor) => share(taxMinor, lineWeights));
  return lines.map((line, i) => {
    const parts = code.parts.map(({ authorityId }, k) => ({
      authorityId,
      taxMinor: byLine[k]![i]!,
    }));
    const taxMinor = sum(parts.map((part) => part.taxMinor));
    const netMinor = rules.pricesIncludeTax
      ? minus(line.amountMinor, taxMinor)
      : minorFromBigint(BigInt(line.amountMinor));
    return { netMinor, taxMinor, parts };
  });
}

/** Tax totals of taxed lines by authority, in the order in which authorities appear. */
export function taxByAuthority(
  lines: readonly Pick<TaxedLine, 'parts'>[],
): { authorityId: number; taxMinor: Minor }[] {
  const totals = new Map<number, number>();
  for (const { parts } of lines) {
    for (const { authorityId, taxMinor } of parts) {
      totals.set(authorityId, (totals.get(authorityId) ?? 0) + taxMinor);
    }
  }
  return [...totals].map(([authorityId, tax]) => ({ authorityId, taxMinor: sum([tax]) }));
}
