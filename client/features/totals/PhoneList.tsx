import { useId, useState } from 'react';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { DateField } from '~/ui/DateField';
import { Field } from '~/ui/Field';
import { Section } from '~/ui/Section';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';
import { emptyRow, MOST_ROWS, ROW_FIELDS, type RowField, type TypedRow } from './draft';
import { optionsOf } from './options';
import type { Read, ReadWith } from './read';
import { newRowId, useTotals } from './store';
import { useProblem } from './useProblem';

/** What is typed one by one, a card each; the one that is typed in is open. */
export function PhoneList({
  shop,
  parties,
  read,
}: {
  shop: ReadWith;
  parties: readonly string[];
  read: Read;
}) {
  const t = useWords();
  const rows = useTotals(({ draft }) => draft.rows);
  const { row: keep } = useTotals.getState();
  const [open, setOpen] = useState<string | null>(null);
  return (
    <Section title={t('totals.list')}>
      <Column gap="$3">
        <Body tone="faded" paddingHorizontal="$4">
          {t('totals.listText')}
        </Body>
        {rows.map((row) => (
          <Sheet key={row.id}>
            {row.id === open ? (
              <Card row={row} shop={shop} parties={parties} read={read} />
            ) : (
              <Summary row={row} read={read} onOpen={() => setOpen(row.id)} />
            )}
          </Sheet>
        ))}
        <Line paddingHorizontal="$4">
          <Button
            label={t('totals.addRow')}
            disabled={rows.length >= MOST_ROWS}
            onPress={() => {
              const row = emptyRow(newRowId());
              keep(row);
              setOpen(row.id);
            }}
          />
        </Line>
      </Column>
    </Section>
  );
}

function Summary({ row, read, onOpen }: { row: TypedRow; read: Read; onOpen: () => void }) {
  const t = useWords();
  const wrong = ROW_FIELDS.filter((field) => read.problems.has(`${row.id}.${field}`)).length;
  return (
    <Line padding="$3" gap="$3" justifyContent="space-between">
      <Column flex={1} minWidth={0}>
        <Body strong>{[row.what, row.name].filter(Boolean).join(' · ')}</Body>
        <Body small tone={wrong ? 'loose' : 'faded'}>
          {wrong
            ? t('totals.wrong', { count: wrong })
            : [row.date, row.reference, row.account].filter(Boolean).join(' · ')}
        </Body>
      </Column>
      <Button label={row.amount || t('totals.choose')} onPress={onOpen} />
    </Line>
  );
}

function Card({
  row,
  shop,
  parties,
  read,
}: {
  row: TypedRow;
  shop: ReadWith;
  parties: readonly string[];
  read: Read;
}) {
  const t = useWords();
  const { row: keep, change } = useTotals.getState();
  return (
    <Column gap="$3" padding="$3">
      {ROW_FIELDS.map((field) => (
        <One
          key={field}
          field={field}
          row={row}
          shop={shop}
          options={optionsOf(field, row, shop, parties)}
          read={read}
          onChange={(text) => keep({ ...row, [field]: text })}
        />
      ))}
      <Line>
        <Button
          label={t('totals.removeRow')}
          onPress={() =>
            change({
              rows: useTotals.getState().draft.rows.filter(({ id }) => id !== row.id),
            })
          }
        />
      </Line>
    </Column>
  );
}

/** What is chosen among few; all else is typed, with what may stand there offered. */
const CHOSEN: readonly RowField[] = ['what', 'account', 'place', 'tax'];

function One({
  field,
  row,
  options,
  read,
  onChange,
}: {
  field: RowField;
  row: TypedRow;
  shop: ReadWith;
  options: readonly string[];
  read: Read;
  onChange: (text: string) => void;
}) {
  const t = useWords();
  const say = useProblem();
  const id = useId();
  const problem = read.problems.get(`${row.id}.${field}`);
  const label = t(`totals.field_${field}`);
  const error = problem ? say(problem) : undefined;
  if (field === 'date') {
    return <DateField label={label} value={row.date} onChange={onChange} error={error} />;
  }
  if (CHOSEN.includes(field)) {
    if (options.length === 0) return null;
    return (
      <Column gap="$1">
        <Select
          label={label}
          value={row[field]}
          options={['', ...options].map((value) => ({
            value,
            label: value || t('totals.choose'),
          }))}
          onChange={onChange}
        />
        {error ? (
          <Body id={id} small tone="loose">
            {error}
          </Body>
        ) : null}
      </Column>
    );
  }
  const near = options
    .filter((option) => option.toLowerCase().includes(row[field].trim().toLowerCase()))
    .filter((option) => option !== row[field])
    .slice(0, 5);
  return (
    <Column gap="$2">
      <Field
        label={label}
        value={row[field]}
        onChange={onChange}
        numeric={field === 'amount'}
        error={error}
      />
      {near.length > 0 && (problem || row[field] !== '') ? (
        <Line gap="$2" flexWrap="wrap">
          {near.map((option) => (
            <Button key={option} label={option} onPress={() => onChange(option)} />
          ))}
        </Line>
      ) : null}
    </Column>
  );
}
