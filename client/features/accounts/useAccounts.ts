import type { AccountList, AccountPage } from '@abacist/contracts';
import type { AccountFilter } from '@abacist/contracts/choices';
import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { request } from '~/api/http';

/** Accounts page by page, by a part of name, number or phone, and a filter. */
export function useAccountList(text: string, filter: AccountFilter = 'all', enabled = true) {
  return useInfiniteQuery({
    queryKey: ['accounts', text.trim(), filter],
    queryFn: ({ pageParam }) =>
      request<AccountList>(
        'GET',
        `/accounts?${new URLSearchParams({
          text: text.trim(),
          filter,
          ...(pageParam && { after: pageParam }),
        })}`,
      ),
    initialPageParam: '',
    getNextPageParam: ({ next }) => next,
    placeholderData: keepPreviousData,
    enabled,
  });
}

/** One account with all that its page shows. */
export function useAccount(id: number | null) {
  return useQuery({
    queryKey: ['accounts', id],
    queryFn: () => request<AccountPage>('GET', `/accounts/${id}`),
    enabled: id !== null,
  });
}
