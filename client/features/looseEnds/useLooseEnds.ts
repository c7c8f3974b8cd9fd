import type { LooseEnds } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { request } from '~/api/http';

/** What does not tie, counted on the place where it is mended. */
export function useLooseEnds() {
  return useQuery({
    queryKey: ['loose-ends'],
    queryFn: () => request<LooseEnds>('GET', '/loose-ends'),
    staleTime: 15_000,
  });
}
