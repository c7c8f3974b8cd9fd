import type { DisputeView } from '@abacist/contracts';
import { useWords } from '~/i18n';

/** A card as people call it: its scheme and the last digits, as far as they are known. */
export function useCardName(): (of: Pick<DisputeView, 'scheme' | 'lastFour'>) => string {
  const t = useWords();
  return ({ scheme, lastFour }) =>
    [scheme || t('disputes.card'), lastFour].filter(Boolean).join(' ··');
}
