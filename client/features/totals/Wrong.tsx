import { useWords } from '~/i18n';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { Section } from '~/ui/Section';
import { Body } from '~/ui/Text';
import { cellKey, ROW_FIELDS, type TypedRow } from './draft';
import { gridRows, type Problem, type Read, type ReadWith } from './read';
import { useNames, useProblem } from './useProblem';

/** More are mended cell by cell: a list of all of a pasted block would be read by nobody. */
const SHOWN = 12;

/** What is wrong or odd, each with its place: the grid marks the cell, this says why. */
export function Wrong({
  shop,
  read: { problems, columns },
  rows,
}: {
  shop: ReadWith;
  read: Read;
  rows: readonly TypedRow[];
}) {
  const t = useWords();
  const names = useNames(shop);
  const say = useProblem();
  if (problems.size === 0) return null;
  const found: { key: string; where: string; problem: Problem }[] = [];
  for (const row of gridRows(shop)) {
    for (const column of columns) {
      const key = cellKey(row.key, column);
      const problem = problems.get(key);
      const where = t('totals.at', { row: names.row(row), column: names.column(column) });
      if (problem) found.push({ key, where, problem });
    }
  }
  rows.forEach(({ id }, i) => {
    for (const field of ROW_FIELDS) {
      const key = `${id}.${field}`;
      const problem = problems.get(key);
      const where = t('totals.atRow', { row: i + 1, field: t(`totals.field_${field}`) });
      if (problem) found.push({ key, where, problem });
    }
  });
  return (
    <Section title={t('totals.wrong', { count: found.length })}>
      <Sheet role="list">
        {found.slice(0, SHOWN).map(({ key, where, problem }) => (
          <SheetRow key={key} role="listitem">
            <Column flex={1} minWidth={0}>
              <Body strong>{where}</Body>
              <Body tone={problem.asks ? 'waiting' : 'loose'}>{say(problem)}</Body>
            </Column>
          </SheetRow>
        ))}
      </Sheet>
    </Section>
  );
}
