import type { AccountFilter, AccountSort } from '@abacist/contracts/choices';
import { create } from 'zustand';
import type { Sort } from '~/ui/Table';

type View = { text: string; filter: AccountFilter; sort: Sort<AccountSort> };

/** What of the accounts is looked at, kept while one of them is worked on. */
export const useAccountsView = create<View & { set: (change: Partial<View>) => void }>(
  (set) => ({
    text: '',
    filter: 'all',
    sort: { by: 'name', down: false },
    set,
  }),
);
