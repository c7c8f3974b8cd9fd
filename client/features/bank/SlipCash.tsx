import { Pieces } from '~/features/drawer';
import { useWords } from '~/i18n';
import { Column, Sheet } from '~/ui/Box';
import { Check } from '~/ui/Check';
import { Money } from '~/ui/Money';
import { Body } from '~/ui/Text';
import { useSlip } from './store';

/** The cash of a slip by denomination: what is counted goes, the rest stays in the safe as change. */
export function SlipCash({
  denominations,
  countedMinor,
}: {
  denominations: readonly number[];
  countedMinor: number;
}) {
  const t = useWords();
  const { counts, entries, change, type } = useSlip();
  return (
    <Sheet>
      <Check on={counts} onToggle={() => change({ counts: !counts })}>
        <Column flex={1} alignItems="flex-start">
          <Body textAlign="left">{t('safe.countCash')}</Body>
          <Body small tone="faded" textAlign="left">
            {t('safe.countCashHint')}
          </Body>
        </Column>
        {counts ? <Money minor={countedMinor} strong /> : null}
      </Check>
      {counts ? (
        <Pieces denominations={denominations} entries={entries} onType={type} />
      ) : null}
    </Sheet>
  );
}
