import { ownChequeCashed, storeOwnCheque, voidOwnCheque } from '../../sales/ownCheques';
import type { TenderStore } from './store';

export const OWN_CHEQUE: TenderStore = {
  namesBack: () => ({ bankAccount: true }),
  keep: async (context, { ownCheque, amountMinor }, row) => {
    if (ownCheque) {
      await storeOwnCheque(context, ownCheque, { ...row, amountMinor: -amountMinor });
    }
  },
  gone: ownChequeCashed,
  undo: voidOwnCheque,
};
