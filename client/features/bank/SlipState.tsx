import type { SlipSummary } from '@abacist/contracts';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { useMoney } from '~/ui/Money';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';

/** How far a slip has come. */
export function SlipState({
  recalledBy,
  atBankOn,
}: Pick<SlipSummary, 'recalledBy' | 'atBankOn'>) {
  const t = useWords();
  const dates = useDates();
  if (recalledBy)
    return <Tag tone="faded" label={t('safe.recalled', { number: recalledBy })} />;
  return atBankOn ? (
    <Tag tone="home" label={t('bank.homeOn', { date: dates.day(atBankOn) })} />
  ) : (
    <Tag tone="waiting" label={t('stage.sent')} />
  );
}

/** By how much the bank counted it differently, and why. */
export function BagNote({ bag }: { bag: NonNullable<SlipSummary['bag']> }) {
  const t = useWords();
  const money = useMoney();
  return (
    <Body small tone="loose" flex={1}>
      {t('safe.bagIs', {
        difference: money(bag.differenceMinor),
        why: [t(`safe.bag_${bag.cause}`), bag.note].filter(Boolean).join(': '),
      })}
    </Body>
  );
}
