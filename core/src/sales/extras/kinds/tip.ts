import { post } from '../../../ledger';
import { accept, refuse } from '../../../outcome';
import { checkAmount, type ExtraRoom } from '../room';

/** A tip on a card: owed to who earned it. Refusal: `tip.notTaken`. */
export const TIP: ExtraRoom<'tip'> = {
  paidBy: 'card',
  decide: ({ amountMinor }, { cardExtras }, _before, at) =>
    cardExtras.tips
      ? (checkAmount(amountMinor, at) ?? accept({}))
      : refuse('tip.notTaken', at),
  // The card's tender debits its clearing with all that it pays.
  post: ({ amountMinor }) => post('tip.card', { tip: amountMinor }),
};
