import type { AccountList, AccountListed } from '@abacist/contracts';
import type { AccountSort } from '@abacist/contracts/choices';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { usePathname } from '~/router';
import { Column } from '~/ui/Box';
import { useInListPane } from '~/ui/ListDetail';
import { Money, useMoney } from '~/ui/Money';
import { Table, type TableColumn } from '~/ui/Table';
import { Body } from '~/ui/Text';
import { useAccountsView } from './accountsView';
import { useAgeColumns } from './ageColumns';
import { Gauge } from './Gauge';

type AccountColumn = TableColumn<AccountListed, AccountSort>;

/** Accounts side by side: what each owes against its limit, since when, and when it last paid. */
export function AccountsTable({
  accounts,
  totals,
  onEnd,
}: {
  accounts: readonly AccountListed[];
  totals: AccountList['totals'];
  onEnd: () => void;
}) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const path = usePathname();
  // Beside an account its ages stand there: one figure is enough.
  const beside = useInListPane();
  const { sort, set } = useAccountsView();
  const ages = useAgeColumns(totals?.aging, 78);
  const first: AccountColumn[] = [
    {
      id: 'name',
      head: t('accounts.one'),
      track: 'minmax(190px, 2.4fr)',
      sort: 'name',
      cell: (account) => <Name account={account} />,
      foot: totals ? <Body small>{t('accounts.count', { count: totals.count })}</Body> : null,
    },
    {
      id: 'balance',
      head: t('accounts.balance'),
      track: 'minmax(88px, 1fr)',
      figure: true,
      sort: 'balance',
      cell: ({ balanceMinor }) => <Money minor={balanceMinor} strong />,
      foot: totals ? <Money minor={totals.balanceMinor} strong /> : null,
    },
    {
      id: 'room',
      head: t('accounts.limit'),
      track: 'minmax(116px, 1.2fr)',
      sort: 'room',
      cell: (account) => <Gauge account={account} brief />,
    },
  ];
  const overdue: AccountColumn = {
    id: 'overdue',
    head: t('accounts.overdueHead'),
    track: 'minmax(84px, 1fr)',
    figure: true,
    cell: ({ overdueMinor }) =>
      overdueMinor === 0 ? null : <Money minor={overdueMinor} tone="waiting" />,
  };
  const last: AccountColumn = {
    id: 'lastPaid',
    head: t('accounts.lastPaid'),
    track: 'minmax(88px, 0.9fr)',
    figure: true,
    sort: 'lastPaid',
    cell: ({ lastPaidOn }) =>
      lastPaidOn ? (
        <Body small tone="faded">
          {dates.day(lastPaidOn)}
        </Body>
      ) : null,
  };
  return (
    <Table<AccountListed, AccountSort>
      label={t('accounts.title')}
      columns={[...first, ...(beside ? [overdue] : ages), last]}
      rows={accounts}
      keyOf={({ id }) => id}
      to={({ id }) => `/accounts/${id}`}
      isCurrent={({ id }) => path === `/accounts/${id}`}
      sort={sort}
      onSort={(by) => set({ sort: by })}
      onEnd={onEnd}
      rowHeight={64}
    />
  );

  function Name({ account }: { account: AccountListed }) {
    const { closed, holdReason, returnedOn, overdueMinor, creditMinor } = account;
    const words = [
      account.parentName
        ? t('accounts.branchOf', { name: account.parentName })
        : account.number,
      closed ? t('accounts.closed') : '',
    ].filter(Boolean);
    const warnings = [
      holdReason !== null ? t('accounts.onHold') : '',
      returnedOn !== null ? t('accounts.returned', { date: dates.day(returnedOn) }) : '',
      overdueMinor > 0 && !beside ? t('accounts.lateFor', { days: account.overdueDays }) : '',
      creditMinor > 0 && beside
        ? t('accounts.creditLeft', { amount: money(creditMinor) })
        : '',
    ].filter(Boolean);
    return (
      <Column>
        <Body strong>{account.name}</Body>
        <Body small tone="faded">
          {words.join(' · ')}
        </Body>
        {warnings.length ? (
          <Body small tone="loose">
            {warnings.join(' · ')}
          </Body>
        ) : null}
      </Column>
    );
  }
}
