import type { JournalPage } from '@abacist/contracts';
import { useInfiniteQuery } from '@tanstack/react-query';
import { request } from '~/api/http';
import { useReadOn } from '~/api/useReadOn';

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
  const readOn = useReadOn(pages);
  return { pages, readOn };
}
