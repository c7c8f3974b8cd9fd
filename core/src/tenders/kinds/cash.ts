import { post } from '../../ledger';
import { minus, mostTendered } from '../../money';
import { refuse } from '../../outcome';
import { leftOfKind } from '../paid';
import type { TenderRoom } from '../room';

export type OfferedCash = { kind: 'cash'; tenderId: number; tenderedMinor: number };
export type RefundInCash = { kind: 'cash'; tenderId: number; amountMinor: number };

export const CASH: TenderRoom<'cash'> = {
  pot: () => 'cash',
  inDrawer: true,
  corrects: true,
  take: {
    paysRest: true,
    earnsDiscount: true,
    check: ({ tenderedMinor }, _, at) =>
      tenderedMinor < 0 ? refuse('tender.notPositive', at) : undefined,
    details: () => ({}),
    // Change beyond a sane bound.
    odd: ({ tenderedMinor, amountMinor, changeMinor }, _, { currency }) =>
      tenderedMinor > mostTendered(minus(tenderedMinor, changeMinor), currency)
        ? [
            {
              code: 'rule.tenderedMuch',
              approver: 'clerk',
              params: { tenderedMinor, dueMinor: amountMinor, changeMinor },
            },
          ]
        : [],
    post: ({ keptMinor, roundingMinor }, { drawerId, takings }) => [
      ...post('tender.cash', { kept: keptMinor }, { drawerId: drawerId!, ...takings }),
      ...post('rounding.cash', { dueMinusKept: roundingMinor }),
    ],
  },
  giveBack: {
    to: 'anybody',
    keeps: 'coins',
    left: (state) => leftOfKind(state, 'cash', 'cash'),
    otherWay: { code: 'rule.refundInCash', given: 'cashMinor', left: 'cashLeftMinor' },
    details: () => ({}),
    // At the desk it comes out of the safe.
    post: ({ keptMinor, roundingMinor }, { drawerId, takings }) => [
      ...(drawerId === null
        ? post('refund.safe', { amount: -keptMinor }, takings)
        : post('refund.cash', { amount: -keptMinor }, { drawerId, ...takings })),
      ...post('rounding.cash', { dueMinusKept: roundingMinor }),
    ],
  },
};
