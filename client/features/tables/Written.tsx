import type { DateForm, DecimalSign, Shape } from '@abacist/core/tables';
import { useState, type ReactNode } from 'react';
import { useWords } from '~/i18n';
import { Column } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { Section } from '~/ui/Section';
import { Select } from '~/ui/Select';
import { PARTED, partedOf, typedStarts, type Parted } from './shape';

const NO_ROW = 'none';
/** So many rows may be the heads. */
const HEADS_AMONG = 6;

/** How a table stands in its file, whatever its columns mean. */
type How = {
  shape: Shape;
  heads: readonly string[] | null;
  dates: DateForm;
  decimals: DecimalSign;
};

/** How columns, heads, days and figures are written in a file; what else there is to say of it stands below. */
export function Written({
  how,
  rows,
  onChange,
  onParted,
  children,
}: {
  how: How;
  /** The first rows of the file, each cell where it may be the heads. */
  rows: readonly { row: number; text: string; cells: readonly string[] }[];
  onChange: (part: Partial<How>) => void;
  /** Parted otherwise, all columns are others. */
  onParted: (parted: Parted) => void;
  children?: ReactNode;
}) {
  const t = useWords();
  const { shape, heads, dates, decimals } = how;
  const headRows = rows.filter(({ cells }) => cells.length > 1).slice(0, HEADS_AMONG);
  const at = headRows.find(({ cells }) => cells.join() === heads?.join())?.row;
  return (
    <Section title={t('tableFile.written')}>
      <Column gap="$3" paddingHorizontal="$4">
        {shape.kind === 'sheet' ? null : (
          <Select
            label={t('tableFile.parted')}
            value={partedOf(shape)}
            options={(Object.keys(PARTED) as Parted[]).map((value) => ({
              value,
              label: t(`tableFile.parted_${value}`),
            }))}
            onChange={(parted) => onParted(parted as Parted)}
          />
        )}
        {shape.kind === 'fixed' ? (
          <Starts
            starts={shape.starts}
            onChange={(starts) => onChange({ shape: { kind: 'fixed', starts }, heads: null })}
          />
        ) : null}
        <Select
          label={t('tableFile.heads')}
          value={at === undefined ? NO_ROW : String(at)}
          options={[
            { value: NO_ROW, label: t('tableFile.headsNone') },
            ...headRows.map(({ row, text }) => ({
              value: String(row),
              label: t('tableFile.headsRow', { row, text: text.slice(0, 60) }),
            })),
          ]}
          onChange={(chosen) =>
            onChange({
              heads: headRows.find(({ row }) => String(row) === chosen)?.cells ?? null,
            })
          }
        />
        <Select
          label={t('tableFile.dates')}
          value={dates}
          options={(['ymd', 'dmy', 'mdy'] as const).map((value) => ({
            value,
            label: t(`tableFile.dates_${value}`),
          }))}
          onChange={(form) => onChange({ dates: form as DateForm })}
        />
        <Select
          label={t('tableFile.decimals')}
          value={decimals}
          options={[
            { value: '.', label: t('tableFile.decimals_point') },
            { value: ',', label: t('tableFile.decimals_comma') },
          ]}
          onChange={(sign) => onChange({ decimals: sign as DecimalSign })}
        />
        {children}
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
      label={t('tableFile.starts')}
      hint={t('tableFile.startsHint')}
      value={text}
      onChange={(typed) => {
        setText(typed);
        const places = typedStarts(typed);
        if (places) onChange(places);
      }}
    />
  );
}
