import { divideRounded, minor, minus, sum, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';
import { fromMilli, toMilli, type Milli } from './quantity';

type Parts = { authorityId: number; taxMinor: number }[];

/** A line as its sale stored it, with what already came back of it. Minor units. */
export type SoldLine = {
  position: number;
  departmentId: number;
  itemId: number | null;
  description: string;
  quantity: string;
  netMinor: number;
  discountMinor: number;
  parts: Parts;
  returned: { quantity: string; netMinor: number; discountMinor: number; parts: Parts };
};

export type ReturnedLine = {
  position: number;
  departmentId: number;
  itemId: number | null;
  description: string;
  quantity: string;
  netMinor: Minor;
  discountMinor: Minor;
  taxMinor: Minor;
  parts: { authorityId: number; taxMinor: Minor }[];
};

/**
 * Takes quantities of a sale's lines back. A part is round(stored × returned so far including
 * now ÷ sold) − what was already returned, for net, discount and each authority's tax: partial
 * returns in any order add up to the sale and never beyond.
 * Refusals: `return.empty`, `return.unknownLine`, `return.twice`, `line.quantity`,
 * `return.moreThanLeft` (left).
 */
export function returnLines(
  wanted: readonly { position: number; quantity: string }[],
  sold: readonly SoldLine[],
): Outcome<ReturnedLine[]> {
  if (wanted.length === 0) return refuse('return.empty', 'returned.lines');
  const lines: ReturnedLine[] = [];
  for (const [i, { position, quantity }] of wanted.entries()) {
    const at = `returned.lines.${i}`;
    const line = sold.find((candidate) => candidate.position === position);
    if (!line) return refuse('return.unknownLine', `${at}.position`);
    if (lines.some((other) => other.position === position)) {
      return refuse('return.twice', `${at}.position`);
    }
    const now = toMilli(quantity);
    if (now === undefined || now === 0n) return refuse('line.quantity', `${at}.quantity`);
    const left = leftOf(line);
    if (now > left) {
      return refuse('return.moreThanLeft', `${at}.quantity`, { left: fromMilli(left) });
    }
    lines.push(takeBack(line, now));
  }
  return accept(lines);
}

/** What of a sold line has not come back yet, in thousandths. */
export function leftOf(line: Pick<SoldLine, 'quantity' | 'returned'>): Milli {
  return milli(line.quantity) - milli(line.returned.quantity);
}

function takeBack(line: SoldLine, now: Milli): ReturnedLine {
  const sold = milli(line.quantity);
  const soFar = milli(line.returned.quantity) + now;
  const part = (stored: number, before: number): Minor => {
    const cumulated = divideRounded(BigInt(stored) * soFar, sold, 'halfUp');
    return minus(minor(Number(cumulated)), before);
  };
  const parts = line.parts.map(({ authorityId, taxMinor }) => {
    const before = line.returned.parts.find((one) => one.authorityId === authorityId);
    return { authorityId, taxMinor: part(taxMinor, before?.taxMinor ?? 0) };
  });
  return {
    position: line.position,
    departmentId: line.departmentId,
    itemId: line.itemId,
    description: line.description,
    quantity: fromMilli(now),
    netMinor: part(line.netMinor, line.returned.netMinor),
    discountMinor: part(line.discountMinor, line.returned.discountMinor),
    taxMinor: sum(parts.map(({ taxMinor }) => taxMinor)),
    parts,
  };
}

function milli(text: string): Milli {
  const read = toMilli(text);
  if (read === undefined) throw new RangeError(`not a stored quantity: ${text}`);
  return read;
}
