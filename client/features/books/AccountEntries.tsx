import type { EntryView } from '@abacist/contracts';
import type { LedgerAccount } from '@abacist/core/ledger';
import { sum } from '@abacist/core/money';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { Empty } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Table, type TableColumn } from '~/ui/Table';
import { Body, Heading } from '~/ui/Text';
import { useJournal } from './useJournal';

/** What moved an account up to a day, newest first: each row leads to its entry. */
export function AccountEntries({ account, date }: { account: LedgerAccount; date: string }) {
  const t = useWords();
  const dates = useDates();
  const { pages, readOn } = useJournal(new URLSearchParams({ account, to: date }));
  const moved = (entry: EntryView) =>
    sum(entry.lines.flatMap((line) => (line.account === account ? [line.amountMinor] : [])));
  const side = (entry: EntryView, sign: 1 | -1) => {
    const minor = moved(entry) * sign;
    return minor > 0 ? <Money minor={minor} /> : null;
  };
  const columns: TableColumn<EntryView>[] = [
    {
      id: 'document',
      head: t('books.document'),
      track: 'minmax(140px, 2fr)',
      cell: (entry) => (
        <Column>
          <Body>{entry.documentNumber ?? t(`kind.${entry.kind}`)}</Body>
          <Body small tone="faded">
            {[dates.day(entry.date), entry.documentNumber ? t(`kind.${entry.kind}`) : '']
              .filter(Boolean)
              .join(' · ')}
          </Body>
        </Column>
      ),
    },
    {
      id: 'debit',
      head: t('books.debit'),
      track: 'minmax(92px, 1fr)',
      figure: true,
      cell: (entry) => side(entry, 1),
    },
    {
      id: 'credit',
      head: t('books.credit'),
      track: 'minmax(92px, 1fr)',
      figure: true,
      cell: (entry) => side(entry, -1),
    },
  ];
  return (
    <Column gap="$2" flex={1} minHeight={0}>
      <Heading size="section">{t(`account.${account}`)}</Heading>
      <Query of={pages}>
        {({ pages: read }) => {
          const entries = read.flatMap((page) => page.entries);
          return entries.length === 0 ? (
            <Empty title={t('books.noneTitle')} text={t('books.noBalances')} />
          ) : (
            <Table<EntryView>
              label={t('books.entriesOf', { account: t(`account.${account}`) })}
              columns={columns}
              rows={entries}
              keyOf={({ id }) => id}
              to={({ id }) =>
                `/books/journal?${new URLSearchParams({ account, entry: String(id) })}`
              }
              onEnd={readOn}
            />
          );
        }}
      </Query>
    </Column>
  );
}
