import { useWords } from '~/i18n';
import { Line } from '~/ui/Box';
import { BigMoney } from '~/ui/Money';
import { Body } from '~/ui/Text';
import type { MeaningDialog } from './room';

/** What the bank took or gave, above what is asked about it. */
export function WholeLine({ line: { amountMinor } }: Pick<MeaningDialog, 'line'>) {
  const t = useWords();
  return (
    <Line justifyContent="space-between" alignItems="baseline" gap="$3">
      <Body>{t(amountMinor < 0 ? 'trail.bankTook' : 'trail.bankGave')}</Body>
      <BigMoney minor={Math.abs(amountMinor)} />
    </Line>
  );
}
