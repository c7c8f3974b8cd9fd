import type { SessionInfo, ShopInfo } from '@abacist/contracts';
import { mayUse, type Right } from '@abacist/contracts/rights';
import { useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { createContext, useContext } from 'react';
import { ApiError, request } from './http';
import { forgetKnown } from './shell';
import { useUnanswered } from './unanswered';

/** Who is signed in, and the shop. */
export function useSession() {
  return useQuery({
    queryKey: ['session'],
    queryFn: () => request<SessionInfo>('GET', '/session'),
    staleTime: 60_000,
  });
}

export const SessionContext = createContext<SessionInfo | null>(null);

/** The session below the signed-in shell. @throws Error outside of it */
export function useSignedIn(): SessionInfo & { person: NonNullable<SessionInfo['person']> } {
  const session = useContext(SessionContext);
  if (!session?.person) throw new Error('nobody is signed in here');
  return { ...session, person: session.person };
}

/** Whether who is signed in may use an endpoint: what a person may not do is not offered. */
export function useMay(): (right: Right) => boolean {
  const { person } = useSignedIn();
  return (right) => mayUse(person.role, right);
}

/** The shop: its currency, locale, zone and today. */
export function useShop(): ShopInfo {
  const session = useContext(SessionContext);
  if (!session) throw new Error('the session is not read yet');
  return session.shop;
}

/** Signs out: the server forgets the session, the client what it has read. */
export function useSignOut(): () => Promise<void> {
  const client = useQueryClient();
  return async () => {
    try {
      await request('DELETE', '/session');
    } catch (error) {
      // Still signed in, and told so.
      if (!(error instanceof ApiError)) throw error;
      useUnanswered.setState({ news: error.body.refusals });
      return;
    }
    await client.refetchQueries({ queryKey: ['session'] });
    forgetAllButSession(client);
  };
}

/**
 * Drops what one person has read before another looks, in the service worker too; the session itself
 * is being watched, and read again for who is there now.
 */
export function forgetAllButSession(client: QueryClient): void {
  void forgetKnown().then(() => client.invalidateQueries({ queryKey: ['session'] }));
  client.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'session' });
}
