import type { ProcessorsView } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { request } from '~/api/http';

/** Processors with their schemes and what was agreed with them. */
export const useProcessors = () =>
  useQuery({
    queryKey: ['processors'],
    queryFn: () => request<ProcessorsView>('GET', '/processors'),
  });
