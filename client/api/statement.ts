import type { StatementView } from '@abacist/contracts';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { request } from './http';

/** Milliseconds after which it is asked again whether a matching run has ended. */
const SOON = 400;

/**
 * The lane of a bank account: lines, movements, proposals. While the engine runs, as it does after each command that
 * brings or frees lines and movements, it is asked for again; once it has ended, all else is read anew.
 * @param bankAccountId null: the first one
 */
export function useStatement(bankAccountId: number | null) {
  const client = useQueryClient();
  const asked = bankAccountId === null ? '' : `?bankAccountId=${bankAccountId}`;
  const statement = useQuery({
    queryKey: ['statement', bankAccountId],
    queryFn: () => request<StatementView>('GET', `/statement${asked}`),
    refetchInterval: ({ state }) => (state.data?.matching ? SOON : false),
  });
  const ran = useRef(false);
  const runs = statement.data?.matching ?? false;
  useEffect(() => {
    if (ran.current && !runs)
      void client.invalidateQueries({
        predicate: ({ queryKey }) => queryKey[0] !== 'job' && queryKey[0] !== 'statement',
      });
    ran.current = runs;
  }, [runs, client]);
  return statement;
}
