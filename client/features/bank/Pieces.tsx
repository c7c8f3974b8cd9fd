import { useWords } from '~/i18n';
import { Column, SheetRow } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { Money, useMoney } from '~/ui/Money';
import { Body } from '~/ui/Text';

/** The pieces that were typed, as numbers. */
export const countOf = (pieces: Readonly<Record<string, string>>): Record<string, number> =>
  Object.fromEntries(
    Object.entries(pieces)
      .filter(([, text]) => text !== '' && Number(text) > 0)
      .map(([value, text]) => [value, Number(text)]),
  );

/** A row a denomination: pieces are typed, what they come to stands beside. */
export function Pieces({
  denominations,
  pieces,
  onType,
}: {
  denominations: readonly number[];
  pieces: Readonly<Record<string, string>>;
  onType: (denomination: number, pieces: string) => void;
}) {
  const t = useWords();
  const money = useMoney();
  return denominations.map((value) => (
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
          onChange={(text) => onType(value, text.replace(/\D/g, '').slice(0, 5))}
        />
      </Column>
      <Money
        flex={1}
        minor={value * Number(pieces[value] || 0)}
        tone={pieces[value] ? 'ink' : 'faded'}
      />
    </SheetRow>
  ));
}
