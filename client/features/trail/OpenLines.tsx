import type { LineTrail } from '@abacist/contracts';
import type { ReactNode } from 'react';
import { useWords } from '~/i18n';
import { router } from '~/router';
import { OneOfMany } from '~/ui/OneOfMany';

const go = (id: number | null) => {
  if (id !== null) router.replace(`/lines/${id}` as never);
};

/** From open line to open line, wherever one of them is shown. */
export function OpenLines({
  open: { count, before, after },
  children,
}: Pick<LineTrail, 'open'> & { children: ReactNode }) {
  const t = useWords();
  return (
    <OneOfMany
      at={t('trail.openCount', { count })}
      before={{ label: t('trail.openBefore'), go: () => go(before) }}
      after={after === null ? null : { label: t('trail.openAfter'), go: () => go(after) }}
    >
      {children}
    </OneOfMany>
  );
}
