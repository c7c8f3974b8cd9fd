/** The one status of a quotation or an order, as lists show and filter it. */
export const ORDER_STATUSES = [
  'open',
  'partPaid',
  'paid',
  'ordered',
  'void',
  'expired',
] as const;
export type OrderStatus = (typeof ORDER_STATUSES)[number];

/**
 * The status of a quotation (open, ordered, void, expired after its last day) or an order (open,
 * part paid, paid when all is paid ahead or sold, void).
 */
export function orderStatus(
  paper: {
    kind: 'quotation' | 'order';
    cancelled: boolean;
    ordered: boolean;
    validUntil: string | null;
    totalMinor: number;
    prepaidMinor: number;
    /** All of it is sold. */
    fulfilled: boolean;
  },
  today: string,
): OrderStatus {
  if (paper.cancelled) return 'void';
  if (paper.kind === 'quotation') {
    if (paper.ordered) return 'ordered';
    return paper.validUntil !== null && paper.validUntil < today ? 'expired' : 'open';
  }
  if (paper.fulfilled || paper.prepaidMinor >= paper.totalMinor) return 'paid';
  return paper.prepaidMinor > 0 ? 'partPaid' : 'open';
}
