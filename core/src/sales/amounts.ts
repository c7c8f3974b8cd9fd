import type { PrepaymentParts } from '../orders';

/** Taxes as the posting table takes them, a line an authority. */
export const taxesOf = (parts: readonly { authorityId: number; taxMinor: number }[]) =>
  parts.map(({ authorityId, taxMinor }) => ({ authorityId, amountMinor: taxMinor }));

/** The parts of a prepayment as the posting table takes them. */
export const amountsOf = ({ netMinor, taxes }: PrepaymentParts) => ({
  net: netMinor,
  tax: taxesOf(taxes),
});
