import { post } from '../../../ledger';
import { prepaymentLeft, spendPrepayment } from '../../../orders';
import { accept, refuse } from '../../../outcome';
import { amountsOf } from '../../amounts';
import type { ExtraRoom } from '../room';
import { orderOf } from './prepayment';

/**
 * All that is left of an order's prepayments goes back when it is cancelled. Refusals:
 * `prepayment.wholeBack` (leftMinor), those of `orderOf` and `spendPrepayment`.
 */
export const PREPAYMENT_BACK: ExtraRoom<'prepaymentBack'> = {
  alone: { code: 'prepayment.alone' },
  leaves: true,
  decide: ({ orderId, amountMinor }, state, before, at) => {
    const order = orderOf(orderId, state, before, at);
    if (!order.ok) return order;
    const leftMinor = prepaymentLeft(order.value);
    if (amountMinor !== leftMinor) return refuse('prepayment.wholeBack', at, { leftMinor });
    const parts = spendPrepayment(order.value, amountMinor, at);
    return parts.ok ? accept({ orderId, parts: parts.value }) : parts;
  },
  post: ({ parts }) => post('prepayment.paidBack', amountsOf(parts)),
};
