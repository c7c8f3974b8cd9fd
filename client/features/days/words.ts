import type { Rod } from '@abacist/contracts';
import { daysBetween } from '@abacist/core/dates';
import type { Bead, BeadPart, PotKind } from '@abacist/core/days';
import type { TenderKind } from '@abacist/core/tenders';
import { useWords, useWordsByCode } from '~/i18n';
import { useMoney } from '~/ui/Money';

/** What a rod says of itself in one line. */
export function useRodText(): (rod: Pick<Rod, 'state' | 'date'>) => string {
  const t = useWords();
  const byCode = useWordsByCode();
  const money = useMoney();
  return ({ state, date }) => {
    const { code, params } = state;
    const amount = money(Number(params['amountMinor'] ?? 0));
    if (code !== 'rod.home') {
      return byCode(code, { amount, label: params['label'] });
    }
    const count = daysBetween(date, String(params['homeOn']));
    const difference = Number(params['differenceMinor']);
    const home = count === 0 ? t('rod.homeSameDay') : t('rod.home', { count });
    if (difference === 0) return home;
    const how = difference < 0 ? 'rod.drawerShort' : 'rod.drawerOver';
    return `${home}, ${t(how, { amount: money(Math.abs(difference)) })}`;
  };
}

/** A bead in words: what it is, how much, how far, and that it does not tie. */
export function useBeadWords(): (bead: Bead) => string {
  const t = useWords();
  const money = useMoney();
  const name = usePotName();
  return (bead) =>
    t(bead.looseMinor !== 0 ? 'days.beadLoose' : 'days.bead', {
      label: name(bead),
      amount: money(bead.takenMinor),
      stage: t(`stage.${bead.stage}`),
    });
}

/** What a pot is called: cards and other tenders by their own names, the rest by their kind. */
export function usePotName(): (pot: { key: string; label: string }) => string {
  const t = useWords();
  return ({ key, label }) =>
    // A tender that was paid earlier stands on a day too, and is no pot.
    label === key ? t(`tender.${key as PotKind | TenderKind}`) : label;
}

/** A place in words: over and short is said by its side, and what a card spent are its fees. */
export function usePlaceWord(): (part: BeadPart, of: Pick<Bead, 'shape'>) => string {
  const t = useWords();
  return ({ place, amountMinor }, { shape }) => {
    if (place === 'short' && amountMinor < 0) return t('place.over');
    return t(place === 'spent' && shape === 'card' ? 'place.fees' : `place.${place}`);
  };
}

/** A part's figure beside its word: what is over is told without a sign. */
export const inWords = ({ place, amountMinor }: BeadPart): number =>
  place === 'short' ? Math.abs(amountMinor) : amountMinor;
