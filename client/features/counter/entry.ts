import { MAX_AMOUNT_MINOR, parseAmount } from '@abacist/core/money';

/** What the one entry field holds. */
export type Entry =
  { kind: 'empty' } | { kind: 'amount'; amountMinor: number } | { kind: 'text' };

/**
 * Reads the entry: digits alone are minor units, as on the pad (4930 is 49.30); with a point they
 * are an amount as written; else it is a part of an item's name. Either may also be a code or a
 * barcode, which the shop's items tell.
 */
export function readEntry(text: string, currency: string): Entry {
  const trimmed = text.trim();
  if (!trimmed) return { kind: 'empty' };
  if (/^\d{1,12}$/.test(trimmed)) {
    return { kind: 'amount', amountMinor: Math.min(Number(trimmed), MAX_AMOUNT_MINOR) };
  }
  const amount = parseAmount(trimmed, currency);
  if (amount.ok) return { kind: 'amount', amountMinor: amount.value };
  return { kind: 'text' };
}
