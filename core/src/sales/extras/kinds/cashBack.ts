import { post } from '../../../ledger';
import { accept, refuse } from '../../../outcome';
import { IN_DRAWER } from '../../../takings';
import { checkAmount, type ExtraRoom } from '../room';

/**
 * Coins that a debit card brings back out of the drawer. Refusals: `cashBack.notGiven`,
 * `cashBack.most` (mostMinor), `cashBack.coins`.
 */
export const CASH_BACK: ExtraRoom<'cashBack'> = {
  paidBy: 'debit',
  takesCash: true,
  decide: ({ amountMinor }, { cardExtras, cashStepMinor }, _before, at) => {
    const { cashBackMaxMinor: mostMinor } = cardExtras;
    if (mostMinor === null) return refuse('cashBack.notGiven', at);
    if (amountMinor > mostMinor) return refuse('cashBack.most', at, { mostMinor });
    return amountMinor % cashStepMinor === 0
      ? (checkAmount(amountMinor, at) ?? accept({}))
      : refuse('cashBack.coins', at);
  },
  post: ({ amountMinor }, { drawerId, today }) =>
    post(
      'cashBack.debit',
      { cash: amountMinor },
      {
        drawerId: drawerId!,
        takings: { takingsDay: today, pot: 'cash', holders: { drawer: IN_DRAWER } },
      },
    ),
};
