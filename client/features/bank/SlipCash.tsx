import { countTotal } from '@abacist/core/drawer';
import { useWords } from '~/i18n';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { Check } from '~/ui/Check';
import { Field } from '~/ui/Field';
import { Money, useMoney } from '~/ui/Money';
import { Body } from '~/ui/Text';
import { useSlip } from './store';

/** The pieces that are counted for a slip, as numbers. */
export const countOf = (pieces: Readonly<Record<string, string>>): Record<string, number> =>
  Object.fromEntries(
    Object.entries(pieces)
      .filter(([, text]) => text !== '' && Number(text) > 0)
      .map(([value, text]) => [value, Number(text)]),
  );

/** The cash of a slip by denomination: what is counted goes, the rest stays in the safe as change. */
export function SlipCash({ denominations }: { denominations: readonly number[] }) {
  const t = useWords();
  const money = useMoney();
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
      {counts
        ? denominations.map((value) => (
            <SheetRow key={value}>
              <Body width={96} textAlign="right">
                {money(value)}
              </Body>
              <Body tone="faded">×</Body>
              <Column width={104}>
                <Field
                  label={t('count.pieces', { value: money(value) })}
                  hideLabel
                  numeric
                  value={pieces[value] ?? ''}
                  onChange={(text) => setPieces(value, text.replace(/\D/g, '').slice(0, 5))}
                />
              </Column>
              <Money
                flex={1}
                minor={value * Number(pieces[value] || 0)}
                tone={pieces[value] ? 'ink' : 'faded'}
              />
            </SheetRow>
          ))
        : null}
    </Sheet>
  );
}
