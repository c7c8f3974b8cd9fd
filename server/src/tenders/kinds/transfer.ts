import { storeTransfer, transferCame, voidTransfer } from '../../sales/transfers';
import type { TenderStore } from './store';

export const TRANSFER: TenderStore = {
  names: () => ({ bankAccount: true }),
  namesBack: () => ({ bankAccount: true }),
  keep: (context, tender, row) => storeTransfer(context, tender, row),
  gone: transferCame,
  undo: voidTransfer,
};
