import type { LineMeaningKind } from '@abacist/core/lineMeanings';
import { FindReturned } from '~/features/cheques';
import { WhichBag } from './Bag';
import { BetweenOurs } from './BetweenOurs';
import { Billed } from './Billed';
import { Disputed } from './Disputed';
import { Later } from './Later';
import { MatchByHand } from './Ours';
import { WhosePayment } from './Payment';
import type { Meaning, MeaningDialog } from './room';
import { Several } from './Several';
import { TaxPaid } from './TaxPaid';

function WhichCheque({ line, onClose }: MeaningDialog) {
  return <FindReturned line={line} amountMinor={-line.amountMinor} onClose={onClose} />;
}

/** What asks for the rest of each meaning. */
export const MEANINGS: Record<LineMeaningKind, Meaning> = {
  payment: { Ask: WhosePayment },
  returnedCheque: { Ask: WhichCheque },
  chargeback: { Ask: Disputed },
  bag: { Ask: WhichBag },
  charge: {
    pageOf: ({ id }) => `/counter/money?kind=paidByBank&account=bankCharges&line=${id}`,
  },
  interest: {
    pageOf: ({ id }) => `/counter/money?kind=moneyInBank&account=interestIncome&line=${id}`,
  },
  ownTransfer: { Ask: BetweenOurs },
  tax: { Ask: TaxPaid },
  feeBill: { Ask: Billed },
  outside: {
    pageOf: ({ id, amountMinor }) =>
      `/counter/money?kind=${amountMinor < 0 ? 'paidByBank' : 'moneyInBank'}&line=${id}`,
  },
  ours: { Ask: MatchByHand },
  several: { Ask: Several },
  later: { Ask: Later },
};
