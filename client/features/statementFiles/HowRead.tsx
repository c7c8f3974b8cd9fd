import type { StatementLook } from '@abacist/contracts';
import {
  STATEMENT_MEANINGS,
  type StatementMapping,
  type StatementMeaning,
} from '@abacist/core/statementMapping';
import { useState } from 'react';
import { useWords } from '~/i18n';
import { Column, Sheet } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { Section } from '~/ui/Section';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';
import { outWordsOf, withColumn, withHeads } from './change';

type Props = {
  seen: StatementLook;
  mapping: StatementMapping;
  onChange: (mapping: StatementMapping) => void;
};
const NONE = '';
const DELIMITERS = { ',': 'comma', ';': 'semicolon', '\t': 'tab', '|': 'bar' } as const;

/** How a bank's table is read: what its columns say, and how days and figures are written. */
export function HowRead(props: Props) {
  return (
    <>
      <Columns {...props} />
      <Written {...props} />
    </>
  );
}

function Columns({ seen, mapping, onChange }: Props) {
  const t = useWords();
  return (
    <Section title={t('statementFile.columns')}>
      <Sheet>
        {seen.columns.map(({ head, samples }, column) => (
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
                  ? t('statementFile.columnOf', { number: column + 1, head })
                  : t('statementFile.column', { number: column + 1 })
              }
              value={mapping.columns[column] ?? NONE}
              options={[
                { value: NONE, label: t('statementFile.means_nothing') },
                ...STATEMENT_MEANINGS.map((value) => ({
                  value,
                  label: t(`statementFile.means_${value}`),
                })),
              ]}
              onChange={(meaning) =>
                onChange(
                  withColumn(mapping, column, (meaning || null) as StatementMeaning | null),
                )
              }
            />
            <Body small tone="faded" numberOfLines={1}>
              {samples.filter(Boolean).join(' · ')}
            </Body>
          </Column>
        ))}
      </Sheet>
    </Section>
  );
}

function Written({ seen, mapping, onChange }: Props) {
  const t = useWords();
  const { shape, heads } = mapping;
  const [words, setWords] = useState(mapping.outWords.join(', '));
  const rows = seen.rows.filter(({ cells }) => cells.length > 1).slice(0, 6);
  const at = rows.find(({ cells }) => cells.join() === heads?.join())?.row;
  return (
    <Section title={t('statementFile.written')}>
      <Column gap="$3" paddingHorizontal="$4">
        <Select
          label={t('statementFile.heads')}
          value={at === undefined ? NONE : String(at)}
          options={[
            { value: NONE, label: t('statementFile.headsNone') },
            ...rows.map(({ row, text }) => ({
              value: String(row),
              label: t('statementFile.headsRow', { row, text: text.slice(0, 60) }),
            })),
          ]}
          onChange={(chosen) =>
            onChange(
              withHeads(
                mapping,
                rows.find(({ row }) => String(row) === chosen)?.cells ?? null,
              ),
            )
          }
        />
        {shape.kind === 'delimited' ? (
          <Select
            label={t('statementFile.parted')}
            value={shape.delimiter}
            options={Object.entries(DELIMITERS).map(([value, name]) => ({
              value,
              label: t(`statementFile.parted_${name}`),
            }))}
            onChange={(delimiter) =>
              onChange({ ...mapping, shape: { ...shape, delimiter: delimiter as ',' } })
            }
          />
        ) : null}
        <Select
          label={t('statementFile.dates')}
          value={mapping.dates}
          options={(['ymd', 'dmy', 'mdy'] as const).map((value) => ({
            value,
            label: t(`statementFile.dates_${value}`),
          }))}
          onChange={(dates) => onChange({ ...mapping, dates: dates as 'ymd' })}
        />
        <Select
          label={t('statementFile.decimals')}
          value={mapping.decimals}
          options={[
            { value: '.', label: t('statementFile.decimals_point') },
            { value: ',', label: t('statementFile.decimals_comma') },
          ]}
          onChange={(decimals) => onChange({ ...mapping, decimals: decimals as '.' })}
        />
        {mapping.columns.includes('side') ? (
          <Field
            label={t('statementFile.outWords')}
            hint={t('statementFile.outWordsHint')}
            value={words}
            onChange={(text) => {
              setWords(text);
              onChange({ ...mapping, outWords: outWordsOf(text) });
            }}
          />
        ) : mapping.columns.includes('amount') ? (
          <Select
            label={t('statementFile.out')}
            value={mapping.out}
            options={(['minus', 'plus'] as const).map((value) => ({
              value,
              label: t(`statementFile.out_${value}`),
            }))}
            onChange={(out) => onChange({ ...mapping, out: out as 'minus' })}
          />
        ) : null}
      </Column>
    </Section>
  );
}
