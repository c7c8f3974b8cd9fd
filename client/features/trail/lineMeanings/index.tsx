import type { LineMeaningKind } from '@abacist/core/lineMeanings';
import type { ComponentType } from 'react';
import { FindReturned } from '~/features/cheques';
import { WhichBag } from './Bag';
import { Disputed } from './Disputed';
import { MatchByHand } from './Ours';
import { RecordOutside } from './Outside';
import { WhosePayment } from './Payment';
import type { MeaningDialog } from './room';

function WhichCheque({ line, onClose }: MeaningDialog) {
  return <FindReturned line={line} amountMinor={-line.amountMinor} onClose={onClose} />;
}

/** What asks for the rest of each meaning. */
export const MEANINGS: Record<LineMeaningKind, ComponentType<MeaningDialog>> = {
  payment: WhosePayment,
  returnedCheque: WhichCheque,
  chargeback: Disputed,
  bag: WhichBag,
  outside: RecordOutside,
  ours: MatchByHand,
};
