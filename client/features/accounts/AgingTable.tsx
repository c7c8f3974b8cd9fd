import type { AgingPage, AgingRow } from '@abacist/contracts';
import type { AgingSort } from '@abacist/contracts/choices';
import { useWords } from '~/i18n';
import { Column } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { Table, type Sort, type TableColumn } from '~/ui/Table';
import { Body } from '~/ui/Text';
import { useAgeColumns } from './ageColumns';

/** Who owes how much since when, with the sums of all at the foot. */
export function AgingTable({
  rows,
  totals,
  chosen,
  toAccount,
  sort,
  onSort,
  onEnd,
}: {
  rows: readonly AgingRow[];
  totals: AgingPage['totals'];
  /** Whose items stand beside it. */
  chosen: number | null;
  toAccount: (chargeAccountId: number) => string;
  sort: Sort<AgingSort>;
  onSort: (sort: Sort<AgingSort>) => void;
  onEnd: () => void;
}) {
  const t = useWords();
  const ages = useAgeColumns(totals.aging, chosen === null ? 92 : 70);
  const columns: TableColumn<AgingRow, AgingSort>[] = [
    {
      id: 'name',
      head: t('accounts.one'),
      track: 'minmax(140px, 2fr)',
      sort: 'name',
      cell: ({ name, number }) => (
        <Column>
          <Body strong>{name}</Body>
          <Body small tone="faded">
            {number}
          </Body>
        </Column>
      ),
      foot: <Body strong>{t('common.total')}</Body>,
    },
    ...ages,
    {
      id: 'balance',
      head: t('accounts.balance'),
      track: 'minmax(88px, 1fr)',
      figure: true,
      sort: 'balance',
      cell: ({ balanceMinor }) => <Money minor={balanceMinor} strong />,
      foot: <Money minor={totals.balanceMinor} strong />,
    },
  ];
  return (
    <Table<AgingRow, AgingSort>
      label={t('accounts.aging')}
      columns={columns}
      rows={rows}
      keyOf={({ chargeAccountId }) => chargeAccountId}
      to={({ chargeAccountId }) => toAccount(chargeAccountId)}
      isCurrent={({ chargeAccountId }) => chargeAccountId === chosen}
      sort={sort}
      onSort={onSort}
      onEnd={onEnd}
    />
  );
}
