import { sum, type Minor } from '../money';
import { refuse, type Outcome } from '../outcome';
import type { StatementFormat } from './formats';

/** A line of a bank statement. Receipts +, payments −, minor units. */
export type StatementLine = {
  /** The booked date. */
  date: string;
  valueDate: string;
  amountMinor: Minor;
  text: string;
  /** References that the bank gives as such (end-to-end id, remittance reference). */
  references: string[];
  /** The bank's own id of the line, if it has one. */
  bankId: string | null;
  /** `deposit`, `card`, … or a bank code such as `PMNT/CNTR/CDPT`. */
  bankCode: string;
};

/** One statement of one account, checked: opening + lines = closing. */
export type Statement = {
  /** `table`: a bank's own columns, as a person made them out. */
  format: StatementFormat | 'table';
  accountNumber: string;
  currency: string;
  from: string;
  to: string;
  openingMinor: Minor;
  closingMinor: Minor;
  lines: StatementLine[];
  /** Lines that the bank marks as pending: left out. */
  pending: number;
};

/** Lines of an account in a file that has no balances of its own: what was there is told by statements before it. */
export type LinesAlone = Omit<Statement, 'openingMinor' | 'closingMinor'> & {
  openingMinor: null;
  closingMinor: null;
};

/**
 * What tells a line of a file from the others of it: the bank's id, else date, amount, text and that it is the k-th of its
 * like that day. One identity for each line, in order. Which lines are here already, `findKnown` says.
 */
export function lineIdentities(lines: readonly StatementLine[]): string[] {
  const seen = new Map<string, number>();
  return lines.map((line) => {
    if (line.bankId) return `id ${line.bankId}`;
    const like = `${line.date} ${line.amountMinor} ${line.text}`;
    const k = (seen.get(like) ?? 0) + 1;
    seen.set(like, k);
    return `${like} #${k}`;
  });
}

/** Lines by their booked day, those of a day as they stand in the file. */
export const byDay = (lines: readonly StatementLine[]): StatementLine[] =>
  [...lines].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));

/** `YYMMDD`, as SWIFT and BAI write a day: of this century. */
export const shortDay = (text: string): string =>
  `20${text.slice(0, 2)}-${text.slice(2, 4)}-${text.slice(4, 6)}`;

/** Opening balance and lines must give the closing balance. Refusal: `statement.sum` (expectedMinor, foundMinor) */
export function sumDiffers(
  {
    openingMinor,
    closingMinor,
    lines,
  }: Pick<Statement, 'openingMinor' | 'closingMinor' | 'lines'>,
  at: string,
): Outcome<never> | undefined {
  const expectedMinor = sum([openingMinor, ...lines.map(({ amountMinor }) => amountMinor)]);
  return expectedMinor === closingMinor
    ? undefined
    : refuse('statement.sum', at, { expectedMinor, foundMinor: closingMinor });
}
