import type { CounterSettings } from '@abacist/contracts';
import { MAX_AMOUNT_MINOR, parseAmount } from '@abacist/core/money';

type Item = CounterSettings['items'][number];

/** What the one entry field holds. */
export type Entry =
  | { kind: 'empty' }
  | { kind: 'amount'; amountMinor: number; items: Item[] }
  | { kind: 'text'; items: Item[] };

const MOST = 12;

/**
 * Reads the entry: digits alone are cents, as on the pad (4930 is 49.30); with a point they are
 * an amount as written; else it is a part of an item's name or code. An exact code wins.
 */
export function readEntry(text: string, items: readonly Item[], currency: string): Entry {
  const trimmed = text.trim();
  if (!trimmed) return { kind: 'empty' };
  const byCode = items.filter(({ code }) => code.toLowerCase() === trimmed.toLowerCase());
  if (/^\d{1,12}$/.test(trimmed)) {
    const amountMinor = Math.min(Number(trimmed), MAX_AMOUNT_MINOR);
    return { kind: 'amount', amountMinor, items: byCode };
  }
  const amount = parseAmount(trimmed, currency);
  if (amount.ok) return { kind: 'amount', amountMinor: amount.value, items: byCode };
  const words = trimmed.toLowerCase().split(/\s+/);
  const found = items.filter(({ name, code }) => {
    const inside = `${name} ${code}`.toLowerCase();
    return words.every((word) => inside.includes(word));
  });
  return { kind: 'text', items: [...new Set([...byCode, ...found])].slice(0, MOST) };
}
