import type { ItemLeft, OpenItem } from '.';
import { minor } from '../money';

/* Open items for tests. */
export const RULES = { base: 'gross', partEarns: false, adjustsTax: false } as const;
export const item = (
  id: number,
  amountMinor: number,
  more: Partial<OpenItem> = {},
): OpenItem => ({
  id,
  chargeAccountId: 1,
  kind: amountMinor > 0 ? 'charge' : 'payment',
  number: `R-${id}`,
  date: '2026-03-01',
  dueDate: amountMinor > 0 ? '2026-03-31' : null,
  discountDate: null,
  discountMinor: 0,
  discountTaxMinor: 0,
  amountMinor,
  ...more,
});
export const left = (
  id: number,
  amountMinor: number,
  more: Partial<ItemLeft> = {},
): ItemLeft => ({
  ...item(id, amountMinor, more),
  leftMinor: minor(more.leftMinor ?? amountMinor),
});
