import { sum } from '../money';

/** An item of the safe that is picked for a slip. */
type Picked = { id: number; leftMinor: number; isCheque: boolean };

/**
 * What a slip takes of the items that are picked: each whole, or of their cash just what was counted for it. Days
 * below zero go whole, then the oldest first; what is not reached stays in the safe.
 * @param cashMinor what was counted; null: all of it. More than there is takes all: the sums differ then
 */
export function slipItems(
  picked: readonly Picked[],
  cashMinor: number | null,
): { safeItemId: number; amountMinor: number }[] {
  const cash = picked.filter(({ isCheque }) => !isCheque);
  const below = sum(cash.map(({ leftMinor }) => Math.min(0, leftMinor)));
  let left = cashMinor === null ? Number.MAX_SAFE_INTEGER : cashMinor - below;
  return picked.flatMap(({ id: safeItemId, leftMinor, isCheque }) => {
    if (isCheque || leftMinor < 0) return [{ safeItemId, amountMinor: leftMinor }];
    const amountMinor = Math.max(0, Math.min(leftMinor, left));
    left -= amountMinor;
    return amountMinor > 0 ? [{ safeItemId, amountMinor }] : [];
  });
}
