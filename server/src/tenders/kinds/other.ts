import type { TenderStore } from './store';

/** Its account has it at once: nothing is kept beside its row. */
export const OTHER: TenderStore = {};
