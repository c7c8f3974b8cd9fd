import { router, usePathname } from 'expo-router';
import type { ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { useWords } from '~/i18n';
import { GoOn } from '~/ui/GoOn';

/** Stands around every place: a page that breaks says so and leads on; no screen is ever white. */
export function Guarded({ children }: { children: ReactNode }) {
  const path = usePathname();
  return (
    <ErrorBoundary resetKeys={[path]} FallbackComponent={Stopped}>
      {children}
    </ErrorBoundary>
  );
}

function Stopped({ resetErrorBoundary }: { resetErrorBoundary: () => void }) {
  const t = useWords();
  const path = usePathname();
  const place = `/${path.split('/')[1] ?? ''}`;
  const goOn = () => {
    // A page that breaks again by itself would hold the person: its place is above it.
    if (place !== path) router.replace(place as never);
    resetErrorBoundary();
  };
  return (
    <GoOn title={t('unanswered.brokenTitle')} text={t('unanswered.broken')} onPress={goOn} />
  );
}
