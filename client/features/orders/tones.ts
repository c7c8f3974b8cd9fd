import type { OrderStatus } from '@abacist/core/orders';

/** The colour that goes with a status; its word says it. */
export const STATUS_TONE = {
  open: 'waiting',
  partPaid: 'waiting',
  paid: 'home',
  ordered: 'home',
  void: 'faded',
  expired: 'loose',
} as const satisfies Record<OrderStatus, string>;
