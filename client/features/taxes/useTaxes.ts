import type { TaxSetUp } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { request } from '~/api/http';

/** Authorities and codes with their rates. */
export function useTaxes() {
  return useQuery({
    queryKey: ['taxes'],
    queryFn: () => request<TaxSetUp>('GET', '/taxes'),
  });
}
