import type { CounterSettings } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { request } from '~/api/http';

/** What the counter rings with: today's departments, tax codes, tenders, drawers. */
export function useCounterSettings() {
  return useQuery({
    queryKey: ['counter'],
    queryFn: () => request<CounterSettings>('GET', '/counter'),
    staleTime: 60_000,
    // What the desk changes, an open till follows within a few seconds; equal answers change nothing.
    refetchInterval: 5_000,
  });
}
