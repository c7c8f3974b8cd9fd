import type { SettlementLook } from '@abacist/contracts';
import {
  BELONGINGS,
  MEANINGS,
  ROW_KINDS,
  type Mapping,
} from '@abacist/core/settlementMapping';
import { useState } from 'react';
import { useWords } from '~/i18n';
import { Column, Sheet } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { Section } from '~/ui/Section';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';
import {
  kindOf,
  meaningOf,
  NOTHING,
  PARTED,
  partedOf,
  typedStarts,
  withKind,
  withMeaning,
  withParted,
  withScheme,
  type Parted,
} from './change';

type Props = { seen: SettlementLook; mapping: Mapping; onChange: (mapping: Mapping) => void };

/** How a file is read, as a person makes it out: columns, rows, schemes, and how it is written. */
export function HowRead(props: Props) {
  return (
    <Column gap="$4" role="region">
      <Rows {...props} />
      <Columns {...props} />
      <Schemes {...props} />
      <Written {...props} />
    </Column>
  );
}

function Columns({ seen, mapping, onChange }: Props) {
  const t = useWords();
  const options = [NOTHING, ...MEANINGS].map((value) => ({
    value,
    label: t(`settlementFile.meaning_${value as (typeof MEANINGS)[number]}`),
  }));
  return (
    <Section title={t('settlementFile.columns')}>
      <Sheet>
        {seen.look.columns.map(({ head, samples }, column) => (
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
                  ? t('settlementFile.columnOf', { number: column + 1, head })
                  : t('settlementFile.columnBare', { number: column + 1 })
              }
              value={meaningOf(mapping, column)}
              options={options}
              onChange={(meaning) => onChange(withMeaning(mapping, column, meaning))}
            />
            <Body small tone="faded" numberOfLines={1}>
              {t('settlementFile.samples', { list: samples.filter(Boolean).join(' · ') })}
            </Body>
          </Column>
        ))}
      </Sheet>
    </Section>
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
function Written({ seen, mapping, onChange }: Props) {
  const t = useWords();
  const { shape } = mapping;
  const headRows = seen.look.rows.filter(({ cells }) => cells.length > 1).slice(0, 6);
  const at = headRows.find(({ cells }) => cells.join() === mapping.heads?.join())?.row;
  return (
    <Section title={t('settlementFile.written')}>
      <Column gap="$3" paddingHorizontal="$4">
        {shape.kind === 'sheet' ? null : (
          <Select
            label={t('settlementFile.parted')}
            value={partedOf(mapping)}
            options={(Object.keys(PARTED) as Parted[]).map((value) => ({
              value,
              label: t(`settlementFile.parted_${value}`),
            }))}
            onChange={(parted) => onChange(withParted(mapping, parted))}
          />
        )}
        {shape.kind === 'fixed' ? (
          <Starts
            starts={shape.starts}
            onChange={(starts) =>
              onChange({ ...mapping, shape: { kind: 'fixed', starts }, heads: null })
            }
          />
        ) : null}
        <Select
          label={t('settlementFile.heads')}
          value={at === undefined ? NOTHING : String(at)}
          options={[
            { value: NOTHING, label: t('settlementFile.headsNone') },
            ...headRows.map(({ row, text }) => ({
              value: String(row),
              label: t('settlementFile.headsRow', { row, text: text.slice(0, 60) }),
            })),
          ]}
          onChange={(chosen) =>
            onChange({
              ...mapping,
              heads: headRows.find(({ row }) => String(row) === chosen)?.cells ?? null,
            })
          }
        />
        <Select
          label={t('settlementFile.dates')}
          value={mapping.dates}
          options={(['ymd', 'dmy', 'mdy'] as const).map((value) => ({
            value,
            label: t(`settlementFile.dates_${value}`),
          }))}
          onChange={(dates) => onChange({ ...mapping, dates: dates as Mapping['dates'] })}
        />
        <Select
          label={t('settlementFile.decimals')}
          value={mapping.decimals}
          options={[
            { value: '.', label: t('settlementFile.decimals_point') },
            { value: ',', label: t('settlementFile.decimals_comma') },
          ]}
          onChange={(sign) => onChange({ ...mapping, decimals: sign as Mapping['decimals'] })}
        />
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
      </Column>
    </Section>
  );
}

function Starts({
  starts,
  onChange,
}: {
  starts: readonly number[];
  onChange: (starts: number[]) => void;
}) {
  const t = useWords();
  const [text, setText] = useState(starts.join(', '));
  return (
    <Field
      label={t('settlementFile.starts')}
      hint={t('settlementFile.startsHint')}
      value={text}
      onChange={(typed) => {
        setText(typed);
        const places = typedStarts(typed);
        if (places) onChange(places);
      }}
    />
  );
}
