import type { Proposal, WantedAllocation } from '@abacist/core/accounts';
import { parseAmount } from '@abacist/core/money';

/** What a person typed for a charge, by its id; a charge that is not in it is as proposed. */
export type Given = Record<number, { text?: string; discountMinor?: number }>;

export type Shown = {
  rows: Map<number, { text: string | null; amountMinor: number; discountMinor: number }>;
  totalMinor: number;
  /** Every amount that was typed can be read. */
  ok: boolean;
  byHand: boolean;
};

/** The proposal with what the person typed over it. */
export function givenOut(given: Given, proposal: Proposal, currency: string): Shown {
  const rows: Shown['rows'] = new Map();
  for (const { chargeItemId, amountMinor, discountMinor } of proposal.allocations) {
    rows.set(chargeItemId, { text: null, amountMinor, discountMinor });
  }
  let ok = true;
  for (const [id, { text, discountMinor }] of Object.entries(given)) {
    const before = rows.get(Number(id));
    let amountMinor = before?.amountMinor ?? 0;
    if (text !== undefined) {
      const read = parseAmount(text || '0', currency);
      if (!read.ok || read.value < 0) ok = false;
      amountMinor = read.ok ? read.value : 0;
    }
    const discount = discountMinor ?? (text === undefined ? (before?.discountMinor ?? 0) : 0);
    rows.set(Number(id), { text: text ?? null, amountMinor, discountMinor: discount });
  }
  const totalMinor = [...rows.values()].reduce((total, row) => total + row.amountMinor, 0);
  return { rows, totalMinor, ok, byHand: Object.keys(given).length > 0 };
}

/** Whether a discount is granted although its last day was gone when the money came. */
export function grantsLate(
  { rows }: Shown,
  charges: readonly { id: number; discountDate: string | null }[],
  paidOn: string,
): boolean {
  return charges.some(
    ({ id, discountDate }) =>
      (rows.get(id)?.discountMinor ?? 0) > 0 &&
      (discountDate === null || discountDate < paidOn),
  );
}

/** What is sent: charges that get something. */
export function toAllocations({ rows }: Shown): WantedAllocation[] {
  return [...rows].flatMap(([chargeItemId, { amountMinor, discountMinor }]) =>
    amountMinor > 0 ? [{ chargeItemId, amountMinor, discountMinor }] : [],
  );
}
