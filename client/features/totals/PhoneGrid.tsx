import { useState } from 'react';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { Money } from '~/ui/Money';
import { Section } from '~/ui/Section';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';
import { cellKey, type ColumnAt } from './draft';
import { gridRows, type ColumnSums, type GridRow, type Read, type ReadWith } from './read';
import { useTotals } from './store';
import { useNames, useProblem } from './useProblem';

const SECTIONS = ['sold', 'tax', 'paid', 'returned'] as const satisfies GridRow['section'][];

/** The same grid one column at a time: its rows as fields, its sums at the foot. */
export function PhoneGrid({ shop, read }: { shop: ReadWith; read: Read }) {
  const t = useWords();
  const names = useNames(shop);
  const [chosen, setChosen] = useState(0);
  const at = Math.min(chosen, read.columns.length - 1);
  const column = read.columns[at]!;
  return (
    <Column gap="$4">
      {read.columns.length > 1 ? (
        <Column paddingHorizontal="$4">
          <Select
            label={t('totals.columnShown')}
            value={String(at)}
            options={read.columns.map((one, i) => ({
              value: String(i),
              label: names.column(one),
            }))}
            onChange={(value) => setChosen(Number(value))}
          />
        </Column>
      ) : null}
      {SECTIONS.map((section) => (
        <PhoneSection
          key={section}
          section={section}
          column={column}
          shop={shop}
          read={read}
        />
      ))}
      <Sums sums={read.sums[at]!} />
    </Column>
  );
}

function PhoneSection({
  section,
  column,
  shop,
  read,
}: {
  section: GridRow['section'];
  column: ColumnAt;
  shop: ReadWith;
  read: Read;
}) {
  const t = useWords();
  const names = useNames(shop);
  const say = useProblem();
  const cells = useTotals(({ draft }) => draft.cells);
  const { cell } = useTotals.getState();
  const rows = gridRows(shop).filter((row) => row.section === section);
  // Most days have none of these.
  const folds = section === 'returned' || section === 'tax';
  const typed = rows.some(({ key }) => cells[cellKey(key, column)]);
  const [opened, setOpened] = useState(false);
  if (folds && !typed && !opened) {
    return (
      <Column paddingHorizontal="$4" alignItems="flex-start">
        <Button label={t(`totals.add_${section}`)} onPress={() => setOpened(true)} />
      </Column>
    );
  }
  return (
    <Section title={t(`totals.${section}`)}>
      <Column gap="$3" paddingHorizontal="$4">
        {rows.map((row) => {
          const key = cellKey(row.key, column);
          const problem = read.problems.get(key);
          return (
            <Field
              key={row.key}
              label={names.row(row)}
              value={cells[key] ?? ''}
              onChange={(text) => cell(key, text)}
              numeric
              {...(problem && { error: say(problem) })}
            />
          );
        })}
      </Column>
    </Section>
  );
}

function Sums({ sums }: { sums: ColumnSums }) {
  const t = useWords();
  return (
    <Sheet>
      {(
        [
          ['takings', sums.takingsMinor],
          ['pieces', sums.piecesMinor],
          ['allPaid', sums.paidMinor],
        ] as const
      ).map(([name, minor]) => (
        <SheetRow key={name}>
          <Body>{t(`totals.${name}`)}</Body>
          <Money minor={minor} />
        </SheetRow>
      ))}
      <SheetRow>
        <Body strong>{t('totals.difference')}</Body>
        <Money
          minor={sums.differenceMinor}
          strong
          {...(sums.differenceMinor !== 0 && { tone: 'loose' })}
        />
      </SheetRow>
    </Sheet>
  );
}
