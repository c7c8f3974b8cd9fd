import type { TenderStore } from './store';

export const CASH: TenderStore = { namesBack: () => ({ cash: true }) };
