import type { CounterSettings } from '@abacist/contracts';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { request } from '~/api/http';

/** Tells the server that no person asked. */
const UNATTENDED = { 'X-Unattended': '1' };

/** What the counter rings with: today's departments, tax codes, tenders, drawers. */
export function useCounterSettings() {
  const client = useQueryClient();
  return useQuery({
    queryKey: ['counter'],
    // Reading again what is here is the till's own doing: it must not keep a session alive.
    queryFn: () =>
      request<CounterSettings>(
        'GET',
        '/counter',
        undefined,
        client.getQueryData(['counter']) ? UNATTENDED : {},
      ),
    staleTime: 60_000,
    // What the desk changes, an open till follows within a few seconds; equal answers change nothing.
    refetchInterval: 5_000,
  });
}
