import type { MovementView } from '@abacist/contracts';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';

/** A movement in words: what it is, whose, and of which days. */
export function useMovementWords(): (movement: MovementView) => string {
  const t = useWords();
  const dates = useDates();
  return ({ kind, number, party, days }) =>
    t(`statement.${kind}`, {
      number,
      party,
      days: days.map(dates.day).join(', '),
    });
}
