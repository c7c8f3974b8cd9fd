import { rollPieces } from '@abacist/core/money';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { Column, SheetRow } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { Money, useMoney } from '~/ui/Money';
import { Body } from '~/ui/Text';
import { readEntry, type CountWay, type Entry } from './entry';

const digits = (text: string) => text.replace(/\D/g, '').slice(0, 5);

/** One denomination: what is typed of it, and what it comes to. */
export function Denomination({
  value,
  way,
  entry,
  onType,
}: {
  value: number;
  way: CountWay;
  entry: Entry;
  /** What was typed last of it; the rest of the entry stays. */
  onType: (typed: Entry) => void;
}) {
  const t = useWords();
  const money = useMoney();
  const { currency } = useShop();
  const inRoll = rollPieces(currency)[value];
  const read = readEntry(value, entry, { currency, inRoll });
  const of = { value: money(value) };
  // What was typed in another way stays in sight as what it comes to.
  const shown = entry.amount?.trim() ? String(read.pieces || '') : (entry.pieces ?? '');
  return (
    <SheetRow gap="$2">
      <Body width={76} textAlign="right">
        {of.value}
      </Body>
      {way === 'amounts' ? (
        <Column width={130}>
          <Field
            label={t('count.amountOf', of)}
            hideLabel
            numeric
            value={entry.amount ?? ''}
            placeholder={read.pieces ? money(read.minor) : ''}
            onChange={(amount) => onType({ amount })}
            error={read.wrong ? t('count.notWhole', of) : undefined}
          />
        </Column>
      ) : (
        <>
          <Body tone="faded">×</Body>
          <Column width={84}>
            <Field
              label={t('count.pieces', of)}
              hideLabel
              numeric
              value={shown}
              onChange={(text) => onType({ pieces: digits(text) })}
            />
          </Column>
          {way === 'rolls' && inRoll ? (
            <>
              <Body tone="faded">+</Body>
              <Column width={56}>
                <Field
                  label={t('count.rolls', of)}
                  hideLabel
                  numeric
                  value={entry.rolls ?? ''}
                  onChange={(text) => onType({ rolls: digits(text) })}
                />
              </Column>
            </>
          ) : null}
        </>
      )}
      <Column flex={1} alignItems="flex-end">
        <Money minor={read.minor} tone={read.pieces ? 'ink' : 'faded'} />
        {way === 'rolls' && inRoll ? (
          <Body small tone="faded">
            {t('count.rollOf', { count: inRoll })}
          </Body>
        ) : way === 'amounts' && read.pieces ? (
          <Body small tone="faded">
            {t('count.piecesAre', { count: read.pieces })}
          </Body>
        ) : null}
      </Column>
    </SheetRow>
  );
}
