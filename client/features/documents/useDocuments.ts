import type {
  DocumentChoices,
  DocumentFilter,
  DocumentPage,
  DocumentSums,
} from '@abacist/contracts';
import type { DocumentSort } from '@abacist/contracts/choices';
import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { request } from '~/api/http';
import { useReadOn } from '~/api/useReadOn';
import type { Sort } from '~/ui/Table';
import { searchOf } from './documentsView';

/** What the filters offer. */
export const useDocumentChoices = () =>
  useQuery({
    queryKey: ['documents', 'choices'],
    queryFn: () => request<DocumentChoices>('GET', '/documents/choices'),
    staleTime: 60_000,
  });

/** Documents page by page, and what they come to by kind. */
export function useDocuments(filter: DocumentFilter, { by, down }: Sort<DocumentSort>) {
  const asked = searchOf(filter).toString();
  const pages = useInfiniteQuery({
    queryKey: ['documents', asked, by, down],
    queryFn: ({ pageParam }) => {
      const page = new URLSearchParams(asked);
      page.set('sort', by);
      page.set('down', String(down));
      if (pageParam) page.set('after', pageParam);
      return request<DocumentPage>('GET', `/documents?${page.toString()}`);
    },
    initialPageParam: '',
    getNextPageParam: ({ next }) => next,
    placeholderData: keepPreviousData,
  });
  const sums = useQuery({
    queryKey: ['documents', 'sums', asked],
    queryFn: () => request<{ sums: DocumentSums }>('GET', `/documents/sums?${asked}`),
    placeholderData: keepPreviousData,
  });
  const readOn = useReadOn(pages);
  return { pages, readOn, sums: sums.data?.sums };
}
