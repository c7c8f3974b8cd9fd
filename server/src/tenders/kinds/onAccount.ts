import type { TenderStore } from './store';

export const ON_ACCOUNT: TenderStore = {
  names: (tender) => ('accountId' in tender ? { accounts: [tender.accountId] } : {}),
};
