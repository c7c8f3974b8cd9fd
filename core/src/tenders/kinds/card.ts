import { post } from '../../ledger';
import { refuse } from '../../outcome';
import { potOfCard } from '../../takings';
import { checkReference, noCardNumber } from '../references';
import type { TenderRoom } from '../room';
import type { ToTender } from '../types';

export type OfferedCard = {
  kind: 'card';
  tenderId: number;
  amountMinor: number;
  lastFour: string;
  reference: string;
};
export type RefundToCard = ToTender<'card'> & { reference: string };

export const CARD: TenderRoom<'card'> = {
  pot: ({ processorId, scheme }) => potOfCard(processorId!, scheme!),
  needs: 'processor',
  corrects: true,
  asks: { lastFour: true, reference: true },
  take: {
    earnsDiscount: true,
    bearsExtras: true,
    check: ({ lastFour, reference }, asks, at) => {
      const left = lastFour === '' && !asks.lastFour;
      if (!left && !/^\d{4}$/.test(lastFour))
        return refuse('tender.lastFour', `${at}.lastFour`);
      return checkReference(reference, asks, at);
    },
    details: ({ lastFour, reference }) => ({
      lastFour: lastFour || null,
      reference: reference || null,
    }),
    post: ({ amountMinor }, { processorId, takings }) =>
      post('tender.card', { amount: amountMinor }, { processorId: processorId(), ...takings }),
  },
  giveBack: {
    to: 'tender',
    keeps: 'amount',
    ofAhead: true,
    asPaid: true,
    check: ({ reference }, at) =>
      noCardNumber(reference, `${at}.reference`) ??
      (reference.trim() ? undefined : refuse('refund.reference', `${at}.reference`)),
    details: ({ reference }) => ({ reference }),
    post: ({ keptMinor }, { processorId, takings }) =>
      post('refund.card', { amount: -keptMinor }, { processorId: processorId(), ...takings }),
  },
};
