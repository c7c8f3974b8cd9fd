import type { StatementLook } from '@abacist/contracts';
import {
  STATEMENT_MEANINGS,
  type StatementMapping,
  type StatementMeaning,
} from '@abacist/core/statementMapping';
import { useState } from 'react';
import { ColumnMeanings, Written } from '~/features/tables';
import { useWords } from '~/i18n';
import { Field } from '~/ui/Field';
import { Select } from '~/ui/Select';
import { outWordsOf, withColumn, withParted } from './change';

type Props = {
  seen: StatementLook;
  mapping: StatementMapping;
  onChange: (mapping: StatementMapping) => void;
};
const NONE = '';

/** How a bank's table is read: what its columns say, and how days and figures are written. */
export function HowRead({ seen, mapping, onChange }: Props) {
  const t = useWords();
  return (
    <>
      <ColumnMeanings
        columns={seen.columns}
        valueOf={(column) => mapping.columns[column] ?? NONE}
        options={[
          { value: NONE, label: t('statementFile.means_nothing') },
          ...STATEMENT_MEANINGS.map((value) => ({
            value,
            label: t(`statementFile.means_${value}`),
          })),
        ]}
        onChange={(column, meaning) =>
          onChange(withColumn(mapping, column, (meaning || null) as StatementMeaning | null))
        }
      />
      <Written
        how={mapping}
        rows={seen.rows}
        onChange={(part) => onChange({ ...mapping, ...part })}
        onParted={(parted) => onChange(withParted(mapping, parted))}
      >
        <WhichWay {...{ mapping, onChange }} />
      </Written>
    </>
  );
}

/** By what an amount says that money leaves. */
function WhichWay({ mapping, onChange }: Omit<Props, 'seen'>) {
  const t = useWords();
  const [words, setWords] = useState(mapping.outWords.join(', '));
  if (mapping.columns.includes('side'))
    return (
      <Field
        label={t('statementFile.outWords')}
        hint={t('statementFile.outWordsHint')}
        value={words}
        onChange={(text) => {
          setWords(text);
          onChange({ ...mapping, outWords: outWordsOf(text) });
        }}
      />
    );
  return mapping.columns.includes('amount') ? (
    <Select
      label={t('statementFile.out')}
      value={mapping.out}
      options={(['minus', 'plus'] as const).map((value) => ({
        value,
        label: t(`statementFile.out_${value}`),
      }))}
      onChange={(out) => onChange({ ...mapping, out: out as 'minus' })}
    />
  ) : null;
}
