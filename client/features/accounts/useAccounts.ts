import type { AccountList, AccountPage } from '@abacist/contracts';
import type { AccountFilter, AccountSort } from '@abacist/contracts/choices';
import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { request } from '~/api/http';

type Look = { filter?: AccountFilter; by?: AccountSort; down?: boolean };

/** Accounts page by page, by a part of name, number or phone, a filter, and an order. */
export function useAccountList(text: string, look: Look = {}, enabled = true) {
  const { filter = 'all', by = 'name', down = false } = look;
  return useInfiniteQuery({
    queryKey: ['accounts', text.trim(), filter, by, down],
    queryFn: ({ pageParam }) =>
      request<AccountList>(
        'GET',
        `/accounts?${new URLSearchParams({
          text: text.trim(),
          filter,
          sort: by,
          down: String(down),
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
