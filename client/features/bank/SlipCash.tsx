import { countTotal } from '@abacist/core/money';
import { useWords } from '~/i18n';
import { Column, Sheet } from '~/ui/Box';
import { Check } from '~/ui/Check';
import { Money } from '~/ui/Money';
import { Body } from '~/ui/Text';
import { countOf, Pieces } from './Pieces';
import { useSlip } from './store';

/** The cash of a slip by denomination: what is counted goes, the rest stays in the safe as change. */
export function SlipCash({ denominations }: { denominations: readonly number[] }) {
  const t = useWords();
  const { counts, pieces, change, setPieces } = useSlip();
  return (
    <Sheet>
      <Check on={counts} onToggle={() => change({ counts: !counts })}>
        <Column flex={1} alignItems="flex-start">
          <Body textAlign="left">{t('safe.countCash')}</Body>
          <Body small tone="faded" textAlign="left">
            {t('safe.countCashHint')}
          </Body>
        </Column>
        {counts ? <Money minor={countTotal(countOf(pieces))} strong /> : null}
      </Check>
      {counts ? (
        <Pieces denominations={denominations} pieces={pieces} onType={setPieces} />
      ) : null}
    </Sheet>
  );
}
