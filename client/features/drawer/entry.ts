import { minor, parseAmount, sum, type Minor } from '@abacist/core/money';

/** How a person counts: by single pieces, by rolls and what is left, or by what it comes to. */
export const COUNT_WAYS = ['pieces', 'rolls', 'amounts'] as const;
export type CountWay = (typeof COUNT_WAYS)[number];

/** What is typed of one denomination; an amount, where one is typed, stands for pieces and rolls. */
export type Entry = { pieces?: string; rolls?: string; amount?: string };

/** One denomination as it was read: its pieces, of them in full rolls, and what it comes to. */
export type Counted = { pieces: number; rolls: number; minor: Minor; wrong: boolean };

const whole = (text: string | undefined) => Number(text || 0);

/**
 * Reads what was typed of a denomination. An amount that its pieces can't make is wrong, and counts as
 * nothing until it is mended. @param value of one piece, minor units
 */
export function readEntry(
  value: number,
  { pieces, rolls, amount }: Entry,
  { currency, inRoll = 0 }: { currency: string; inRoll?: number | undefined },
): Counted {
  if (amount?.trim()) {
    const read = parseAmount(amount, currency);
    if (!read.ok || read.value < 0 || read.value % value !== 0) {
      return { pieces: 0, rolls: 0, minor: minor(0), wrong: true };
    }
    return { pieces: read.value / value, rolls: 0, minor: read.value, wrong: false };
  }
  const full = inRoll ? whole(rolls) : 0;
  const all = whole(pieces) + full * inRoll;
  return { pieces: all, rolls: full, minor: minor(value * all), wrong: false };
}

/** Everything that was typed, ready to be sent; what is empty is left out. */
export function readCount(
  entries: Readonly<Record<string, Entry>>,
  { currency, rollPieces }: { currency: string; rollPieces: Readonly<Record<string, number>> },
): {
  count: Record<string, number>;
  rolls: Record<string, number>;
  totalMinor: Minor;
  wrong: boolean;
} {
  const read = Object.entries(entries)
    .filter(([, entry]) => Object.values(entry).some((text) => text.trim() !== ''))
    .map(([value, entry]) => ({
      value,
      ...readEntry(Number(value), entry, { currency, inRoll: rollPieces[value] }),
    }));
  return {
    count: Object.fromEntries(read.map(({ value, pieces }) => [value, pieces])),
    rolls: Object.fromEntries(
      read.filter(({ rolls }) => rolls > 0).map(({ value, rolls }) => [value, rolls]),
    ),
    totalMinor: sum(read.map(({ minor: amount }) => amount)),
    wrong: read.some(({ wrong }) => wrong),
  };
}

/** What the terminal's report says, as it was typed; what is empty or no amount is not compared. */
export function readCards(
  typed: Readonly<Record<string, string>>,
  currency: string,
): { pot: string; terminalMinor: number }[] {
  return Object.entries(typed).flatMap(([pot, text]) => {
    const read = text.trim() ? parseAmount(text, currency) : undefined;
    return read?.ok ? [{ pot, terminalMinor: read.value }] : [];
  });
}
