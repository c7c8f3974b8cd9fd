import { useMoney } from '~/ui/Money';
import { useWords } from '.';

/** What a count differs by, in words, and the tone in which that is said: agrees, short, over. */
export function useDifference(): (differenceMinor: number) => {
  words: string;
  tone: 'home' | 'loose';
} {
  const t = useWords();
  const money = useMoney();
  return (differenceMinor) => {
    if (differenceMinor === 0) return { words: t('days.agrees'), tone: 'home' };
    const amount = money(Math.abs(differenceMinor));
    return {
      words: t(differenceMinor < 0 ? 'days.short' : 'days.over', { amount }),
      tone: 'loose',
    };
  };
}
