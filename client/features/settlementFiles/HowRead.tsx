import type { SettlementLook } from '@abacist/contracts';
import {
  BELONGINGS,
  MEANINGS,
  ROW_KINDS,
  type Mapping,
} from '@abacist/core/settlementMapping';
import { ColumnMeanings, Written } from '~/features/tables';
import { useWords } from '~/i18n';
import { Column } from '~/ui/Box';
import { Section } from '~/ui/Section';
import { Select } from '~/ui/Select';
import {
  kindOf,
  meaningOf,
  NOTHING,
  withKind,
  withMeaning,
  withParted,
  withScheme,
} from './change';

type Props = { seen: SettlementLook; mapping: Mapping; onChange: (mapping: Mapping) => void };

/** How a file is read, as a person makes it out: columns, rows, schemes, and how it is written. */
export function HowRead(props: Props) {
  return (
    <Column gap="$4" role="region">
      <Rows {...props} />
      <Columns {...props} />
      <Schemes {...props} />
      <WrittenSo {...props} />
    </Column>
  );
}

function Columns({ seen, mapping, onChange }: Props) {
  const t = useWords();
  return (
    <ColumnMeanings
      columns={seen.look.columns}
      valueOf={(column) => meaningOf(mapping, column)}
      options={[NOTHING, ...MEANINGS].map((value) => ({
        value,
        label: t(`settlementFile.meaning_${value as (typeof MEANINGS)[number]}`),
      }))}
      onChange={(column, meaning) => onChange(withMeaning(mapping, column, meaning))}
    />
  );
}

function Rows({ seen, mapping, onChange }: Props) {
  const t = useWords();
  const options = ROW_KINDS.map((value) => ({
    value,
    label: t(`settlementFile.kind_${value}`),
  }));
  return (
    <Section title={t('settlementFile.rowsAre')}>
      <Column gap="$3" paddingHorizontal="$4">
        {seen.look.kinds.map(({ word, count }) => (
          <Select
            key={word}
            label={t('settlementFile.wordOf', { word, count })}
            value={kindOf(mapping, word)}
            options={options}
            onChange={(kind) => onChange(withKind(mapping, word, kind))}
          />
        ))}
        <Select
          label={t(
            seen.look.kinds.length ? 'settlementFile.otherRows' : 'settlementFile.everyRow',
          )}
          value={mapping.kinds.otherwise}
          options={options}
          onChange={(kind) => onChange(withKind(mapping, null, kind))}
        />
      </Column>
    </Section>
  );
}

/** Words for schemes that the shop calls otherwise. */
function Schemes({ seen, mapping, onChange }: Props) {
  const t = useWords();
  const { shopSchemes } = seen;
  const words = seen.look.schemes.filter(({ word }) => !shopSchemes.includes(word));
  if (words.length === 0) return null;
  return (
    <Section title={t('settlementFile.schemesAre')}>
      <Column gap="$3" paddingHorizontal="$4">
        {words.map(({ word, count }) => (
          <Select
            key={word}
            label={t('settlementFile.wordOf', { word, count })}
            value={mapping.schemes[word] ?? word}
            options={[
              { value: word, label: t('settlementFile.schemeAsIs', { word }) },
              ...shopSchemes.map((scheme) => ({ value: scheme, label: scheme })),
            ]}
            onChange={(scheme) => onChange(withScheme(mapping, word, scheme))}
          />
        ))}
      </Column>
    </Section>
  );
}

/** How columns, dates, figures and payouts stand in it. */
function WrittenSo({ seen, mapping, onChange }: Props) {
  const t = useWords();
  return (
    <Written
      how={mapping}
      rows={seen.look.rows}
      onChange={(part) => onChange({ ...mapping, ...part })}
      onParted={(parted) => onChange(withParted(mapping, parted))}
    >
      <Select
        label={t('settlementFile.deductions')}
        value={mapping.deductions}
        options={(['plus', 'minus'] as const).map((value) => ({
          value,
          label: t(`settlementFile.deductions_${value}`),
        }))}
        onChange={(deductions) =>
          onChange({ ...mapping, deductions: deductions as Mapping['deductions'] })
        }
      />
      <Select
        label={t('settlementFile.belongs')}
        value={mapping.belongs}
        options={BELONGINGS.map((value) => ({
          value,
          label: t(`settlementFile.belongs_${value}`),
        }))}
        onChange={(belongs) =>
          onChange({ ...mapping, belongs: belongs as Mapping['belongs'] })
        }
      />
    </Written>
  );
}
