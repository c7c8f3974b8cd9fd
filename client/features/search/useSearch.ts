import type { SearchHit } from '@abacist/contracts';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { create } from 'zustand';
import { request } from '~/api/http';

/** Whether the search stands open over the place one is at, and what was typed in it last. */
export const useSearchDialog = create<{ open: boolean; text: string }>(() => ({
  open: false,
  text: '',
}));
export const openSearch = (): void => useSearchDialog.setState({ open: true });
export const closeSearch = (): void => useSearchDialog.setState({ open: false });

/** Milliseconds without a key until it is asked. */
const REST = 120;

/** What a text finds, of every kind, once the typing rests. */
export function useHits(text: string) {
  const trimmed = text.trim();
  const [rested, setRested] = useState(trimmed);
  useEffect(() => {
    const timer = setTimeout(() => setRested(trimmed), REST);
    return () => clearTimeout(timer);
  }, [trimmed]);
  return useQuery({
    queryKey: ['search', rested],
    queryFn: () =>
      request<{ hits: SearchHit[] }>(
        'GET',
        `/search?${new URLSearchParams({ text: rested })}`,
      ),
    enabled: rested !== '',
    placeholderData: keepPreviousData,
  });
}
