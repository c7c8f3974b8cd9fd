import { useWords } from '~/i18n';
import { Column, Sheet } from '~/ui/Box';
import { Section } from '~/ui/Section';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';

/** What each column of a file means: its head and first cells beside the choice. */
export function ColumnMeanings({
  columns,
  valueOf,
  options,
  onChange,
}: {
  columns: readonly { head: string; samples: readonly string[] }[];
  valueOf: (column: number) => string;
  options: { value: string; label: string }[];
  onChange: (column: number, meaning: string) => void;
}) {
  const t = useWords();
  return (
    <Section title={t('tableFile.columns')}>
      <Sheet>
        {columns.map(({ head, samples }, column) => (
          <Column
            key={column}
            gap="$1"
            paddingHorizontal="$4"
            paddingVertical="$2"
            borderBottomWidth={1}
            borderColor="$rule"
          >
            <Select
              label={
                head
                  ? t('tableFile.columnOf', { number: column + 1, head })
                  : t('tableFile.columnBare', { number: column + 1 })
              }
              value={valueOf(column)}
              options={options}
              onChange={(meaning) => onChange(column, meaning)}
            />
            <Body small tone="faded" numberOfLines={1}>
              {t('tableFile.samples', { list: samples.filter(Boolean).join(' · ') })}
            </Body>
          </Column>
        ))}
      </Sheet>
    </Section>
  );
}
