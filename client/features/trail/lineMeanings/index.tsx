import type { LineMeaningKind } from '@abacist/core/lineMeanings';
import { FindReturned } from '~/features/cheques';
import { WhichBag } from './Bag';
import { Disputed } from './Disputed';
import { MatchByHand } from './Ours';
import { WhosePayment } from './Payment';
import type { Meaning, MeaningDialog } from './room';

function WhichCheque({ line, onClose }: MeaningDialog) {
  return <FindReturned line={line} amountMinor={-line.amountMinor} onClose={onClose} />;
}

/** What asks for the rest of each meaning. */
export const MEANINGS: Record<LineMeaningKind, Meaning> = {
  payment: { Ask: WhosePayment },
  returnedCheque: { Ask: WhichCheque },
  chargeback: { Ask: Disputed },
  bag: { Ask: WhichBag },
  outside: {
    pageOf: ({ id, amountMinor }) =>
      `/counter/money?kind=${amountMinor < 0 ? 'paidByBank' : 'moneyInBank'}&line=${id}`,
  },
  ours: { Ask: MatchByHand },
};
