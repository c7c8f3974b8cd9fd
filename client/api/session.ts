import type { SessionInfo, ShopInfo } from '@abacist/contracts';
import { useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { createContext, useContext } from 'react';
import { request } from './http';
import { forgetKnown } from './shell';

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
    await request('DELETE', '/session');
    await forgetKnown();
    await client.refetchQueries({ queryKey: ['session'] });
    forgetAllButSession(client);
  };
}

/** Drops what one person has read before another looks; the session itself is being watched. */
export function forgetAllButSession(client: QueryClient): void {
  client.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'session' });
}
