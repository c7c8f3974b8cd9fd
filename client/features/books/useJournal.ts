import type { JournalPage } from '@abacist/contracts';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useCallback } from 'react';
import { request } from '~/api/http';

/** The journal page by page, by what is searched; `readOn` reads the next page unless one is read. */
export function useJournal(search: URLSearchParams) {
  const asked = search.toString();
  const pages = useInfiniteQuery({
    queryKey: ['journal', asked],
    initialPageParam: null as number | null,
    queryFn: ({ pageParam }) => {
      const page = new URLSearchParams(asked);
      if (pageParam) page.set('beyond', String(pageParam));
      return request<JournalPage>('GET', `/journal?${page.toString()}`);
    },
    getNextPageParam: (page) => page.next,
    placeholderData: (before) => before,
  });
  const { fetchNextPage, hasNextPage, isFetching } = pages;
  const readOn = useCallback(() => {
    if (hasNextPage && !isFetching) void fetchNextPage();
  }, [hasNextPage, isFetching, fetchNextPage]);
  return { pages, readOn };
}
