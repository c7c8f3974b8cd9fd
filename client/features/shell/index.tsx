import { TamaguiProvider } from '@tamagui/core';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { usePathname } from '~/router';
import { useEffect, type ReactNode } from 'react';
import { useColorScheme } from 'react-native';
import '~/i18n';
import { ApiError } from '~/api/http';
import { SessionContext, useSession } from '~/api/session';
import { keepShell } from '~/api/shell';
import { ApprovalDialog } from '~/features/approval';
import { SignIn } from '~/features/people';
import { tamaguiConfig } from '~/theme/tamagui.config';
import { Column } from '~/ui/Box';
import { loadAhead } from '~/screens/lazyScreen';
import { Query } from '~/ui/Query';
import { Notices, Unanswered } from '~/features/unanswered';
import { Frame } from './Frame';
import { Guarded } from './Stopped';

export { NotFound } from './NotFound';
export { Stopped } from './Stopped';

/** The first screen is there by then, also on a slow phone. */
const LOAD_AHEAD_AFTER = 1500;

const client = new QueryClient({
  defaultOptions: {
    queries: {
      // Off line too a request is made at once and fails at once: nothing waits unseen.
      networkMode: 'always',
      staleTime: 5_000,
      refetchOnWindowFocus: true,
      retry: (count, error) =>
        !(error instanceof ApiError && error.status >= 400) && count < 2,
    },
    // A write that waited for the connection would be posted after a person gave it up.
    mutations: { networkMode: 'always', retry: false },
  },
});

/** All that stands around a screen: theme, data, session, the five places. */
export function Root({ children }: { children: ReactNode }) {
  const scheme = useColorScheme() === 'dark' ? 'dark' : 'light';
  useEffect(keepShell, []);
  useEffect(() => {
    const timer = setTimeout(() => void loadAhead(), LOAD_AHEAD_AFTER);
    return () => clearTimeout(timer);
  }, []);
  return (
    <TamaguiProvider config={tamaguiConfig} defaultTheme={scheme} key={scheme}>
      <QueryClientProvider client={client}>
        <Guarded>
          <Gate>{children}</Gate>
        </Guarded>
      </QueryClientProvider>
    </TamaguiProvider>
  );
}

/** Nobody signed in sees the sign-in page, whatever the address; the address is kept. */
function Gate({ children }: { children: ReactNode }) {
  const session = useSession();
  const path = usePathname();
  return (
    <Column flex={1} backgroundColor="$paper" minHeight={0}>
      <Query of={session}>
        {(info) => (
          <SessionContext.Provider value={info}>
            <Notices />
            {info.person === null ? (
              <SignIn info={info} />
            ) : (
              <Frame path={path}>{children}</Frame>
            )}
            <ApprovalDialog />
            {info.person ? <Unanswered /> : null}
          </SessionContext.Provider>
        )}
      </Query>
    </Column>
  );
}
