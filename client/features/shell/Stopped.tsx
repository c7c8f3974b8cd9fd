import { router, usePathname } from '~/router';
import type { ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { useWords } from '~/i18n';
import { GoOn } from '~/ui/GoOn';

/**
 * What stands in place of a page that breaks: it says so and leads on. The navigator keeps its
 * place around it (the layout gives it to each page), so the address stays what it was.
 */
export function Stopped({ retry }: { retry: () => unknown }) {
  const t = useWords();
  const path = usePathname();
  const place = `/${path.split('/')[1] ?? ''}`;
  const goOn = () => {
    // A page that breaks again by itself would hold the person: its place is above it.
    if (place !== path) router.replace(place as never);
    void retry();
  };
  return (
    <GoOn title={t('unanswered.brokenTitle')} text={t('unanswered.broken')} onPress={goOn} />
  );
}

/** Around all else: what stands about the pages (bar, notices, dialogs) breaks in words too. */
export function Guarded({ children }: { children: ReactNode }) {
  return (
    <ErrorBoundary
      fallbackRender={({ resetErrorBoundary }) => <Stopped retry={resetErrorBoundary} />}
    >
      {children}
    </ErrorBoundary>
  );
}
