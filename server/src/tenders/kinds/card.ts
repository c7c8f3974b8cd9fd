import { joinBatch } from '../../sales/batch';
import type { TenderStore } from './store';

/** It joins the batch of its processor that is open, by the time of day at which it was taken. */
export const CARD: TenderStore = {
  keep: async (context, _, { saleTenderId, taken, tender: { processorId, cutOff } }) => {
    if (processorId !== null && cutOff !== null) {
      await joinBatch(context, saleTenderId, { processorId, cutOff, taken });
    }
  },
};
