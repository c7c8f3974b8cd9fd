import type { ItemsFound } from '@abacist/contracts';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { request } from '~/api/http';

/** Milliseconds without a key until the shop is asked: a scanner's digits come faster. */
const REST = 90;

const asked = (text: string) => ({
  queryKey: ['counter', 'items', 'find', text],
  queryFn: () => request<ItemsFound>('GET', `/counter/items?text=${encodeURIComponent(text)}`),
  staleTime: 30_000,
});

/** What the typed text finds, once the typing rests; and how to look at once, for Enter. */
export function useItemSearch(text: string) {
  const client = useQueryClient();
  const trimmed = text.trim().slice(0, 80);
  const [rested, setRested] = useState('');
  useEffect(() => {
    const timer = setTimeout(() => setRested(trimmed), trimmed ? REST : 0);
    return () => clearTimeout(timer);
  }, [trimmed]);
  const found = useQuery({
    ...asked(rested),
    enabled: rested !== '',
    placeholderData: keepPreviousData,
  });
  const settled = rested === trimmed && !found.isPlaceholderData && found.data !== undefined;
  return {
    found: trimmed ? found.data : undefined,
    /** Whether what is found belongs to what stands in the field. */
    settled,
    lookUp: (what: string) => client.fetchQuery(asked(what.trim().slice(0, 80))),
  };
}
