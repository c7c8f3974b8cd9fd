import type { EntryView } from '@abacist/contracts';
import type { ReactNode } from 'react';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { Table, type Sort, type TableColumn } from '~/ui/Table';
import { Body } from '~/ui/Text';
import { memoOf } from './memo';

type JournalSort = 'posted';

/** The journal in columns: an entry a row, its lines under each other. */
export function JournalTable({
  entries,
  chosen,
  toEntry,
  oldest,
  onOldest,
  onEnd,
}: {
  entries: readonly EntryView[];
  /** The entry that stands beside. */
  chosen: number | null;
  toEntry: (id: number) => string;
  oldest: boolean;
  onOldest: (oldest: boolean) => void;
  onEnd: () => void;
}) {
  const t = useWords();
  const dates = useDates();
  const side = (entry: EntryView, sign: 1 | -1) => (
    <Lines entry={entry}>
      {({ amountMinor }) =>
        amountMinor * sign > 0 ? <Money small minor={Math.abs(amountMinor)} /> : null
      }
    </Lines>
  );
  const columns: TableColumn<EntryView, JournalSort>[] = [
    {
      id: 'date',
      head: t('books.date'),
      track: 'minmax(96px, 0.8fr)',
      sort: 'posted',
      cell: ({ date }) => (
        <Body small lineHeight={24}>
          {dates.day(date)}
        </Body>
      ),
    },
    {
      id: 'document',
      head: t('books.document'),
      track: 'minmax(130px, 1.3fr)',
      cell: (entry) => (
        <Column>
          <Body small strong lineHeight={24}>
            {entry.documentNumber ?? ''}
          </Body>
          <Body small tone="faded">
            {t(`kind.${entry.kind}`)}
          </Body>
        </Column>
      ),
    },
    ...(chosen === null
      ? [
          {
            id: 'memo',
            head: t('books.memo'),
            track: 'minmax(90px, 1fr)',
            cell: (entry: EntryView) => (
              <Body small tone="faded" lineHeight={24}>
                {memoOf(entry)}
              </Body>
            ),
          },
        ]
      : []),
    {
      id: 'account',
      head: t('books.account'),
      track: 'minmax(170px, 2fr)',
      cell: (entry) => (
        <Lines entry={entry}>
          {({ account, number, of }) => (
            <Body small numberOfLines={1}>
              {[number, t(`account.${account}`), of].filter(Boolean).join(' · ')}
            </Body>
          )}
        </Lines>
      ),
    },
    {
      id: 'debit',
      head: t('books.debit'),
      track: 'minmax(88px, 0.8fr)',
      figure: true,
      cell: (entry) => side(entry, 1),
    },
    {
      id: 'credit',
      head: t('books.credit'),
      track: 'minmax(88px, 0.8fr)',
      figure: true,
      cell: (entry) => side(entry, -1),
    },
  ];
  const sort: Sort<JournalSort> = { by: 'posted', down: !oldest };
  return (
    <Table<EntryView, JournalSort>
      label={t('books.journal')}
      columns={columns}
      rows={entries}
      keyOf={({ id }) => id}
      to={({ id }) => toEntry(id)}
      isCurrent={({ id }) => id === chosen}
      sort={sort}
      onSort={({ down }) => onOldest(!down)}
      onEnd={onEnd}
      rowHeight={92}
      tall
    />
  );
}

/** One under the other, each as high as the same line of the other columns. */
function Lines({
  entry,
  children,
}: {
  entry: EntryView;
  children: (line: EntryView['lines'][number]) => ReactNode;
}) {
  return entry.lines.map((line, i) => (
    <Column key={i} height={24} justifyContent="center">
      {children(line)}
    </Column>
  ));
}
