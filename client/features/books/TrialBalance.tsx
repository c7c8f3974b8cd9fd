import type { TrialBalance as Balance } from '@abacist/contracts';
import { isIsoDate } from '@abacist/core/dates';
import type { LedgerAccount } from '@abacist/core/ledger';
import { useQuery } from '@tanstack/react-query';
import { router } from '~/router';
import { useState } from 'react';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { DateField } from '~/ui/DateField';
import { Money } from '~/ui/Money';
import { Empty } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Table, type Sort, type TableColumn } from '~/ui/Table';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';
import { styled, useMedia, View } from '@tamagui/core';
import { AccountEntries } from './AccountEntries';
import { SidesHead } from './SidesHead';

const Row = styled(View, {
  name: 'BalanceRow',
  render: 'button',
  flexDirection: 'row',
  alignItems: 'center',
  gap: '$2',
  minHeight: 48,
  width: '100%',
  paddingHorizontal: '$4',
  paddingVertical: '$1',
  borderWidth: 0,
  borderBottomWidth: 1,
  borderColor: '$rule',
  backgroundColor: 'transparent',
  cursor: 'pointer',
  hoverStyle: { backgroundColor: '$paper' },
});

type Account = Balance['accounts'][number];
type BalanceSort = 'number' | 'debit' | 'credit';
const FIGURES: Record<BalanceSort, (account: Account) => number> = {
  number: ({ number }) => Number(number),
  debit: ({ debitMinor }) => debitMinor,
  credit: ({ creditMinor }) => creditMinor,
};

/**
 * The trial balance at the end of a day; each account leads to its entries, beside it where there
 * is room.
 */
export function TrialBalance({ account, at }: { account?: LedgerAccount; at?: string }) {
  const t = useWords();
  const dates = useDates();
  const media = useMedia();
  const [text, setText] = useState(at ?? dates.today);
  const date = isIsoDate(text) ? text : dates.today;
  const balance = useQuery({
    queryKey: ['trial-balance', date],
    queryFn: () => request<Balance>('GET', `/trial-balance?date=${date}`),
    placeholderData: (before) => before,
  });
  return (
    <Column gap="$3" paddingBottom="$5" {...(media.pair && { flex: 1, minHeight: 0 })}>
      <Line
        paddingHorizontal="$4"
        gap="$3"
        alignItems="flex-end"
        justifyContent="space-between"
        width="100%"
        maxWidth={1000}
      >
        <Column width={220}>
          <DateField label={t('books.at')} value={text} onChange={setText} />
        </Column>
        {balance.data ? (
          <Tag
            tone={balance.data.debitMinor === balance.data.creditMinor ? 'home' : 'loose'}
            label={t(
              balance.data.debitMinor === balance.data.creditMinor
                ? 'books.balanced'
                : 'books.unbalanced',
            )}
          />
        ) : null}
      </Line>
      <Query of={balance}>
        {(data) =>
          data.accounts.length === 0 ? (
            <Empty title={t('books.noneTitle')} text={t('books.noBalances')} />
          ) : media.pair ? (
            <Line flex={1} minHeight={0} gap="$4" paddingHorizontal="$4" alignItems="stretch">
              <Wide
                balance={data}
                chosen={account ?? null}
                toAccount={(role) =>
                  `/books/balance?${new URLSearchParams({ at: date, account: role })}`
                }
              />
              {account ? (
                <Column width={440} minHeight={0}>
                  <AccountEntries account={account} date={date} />
                </Column>
              ) : null}
            </Line>
          ) : (
            <Narrow balance={data} />
          )
        }
      </Query>
    </Column>
  );
}

function Wide({
  balance,
  chosen,
  toAccount,
}: {
  balance: Balance;
  chosen: LedgerAccount | null;
  toAccount: (account: LedgerAccount) => string;
}) {
  const t = useWords();
  const [sort, setSort] = useState<Sort<BalanceSort>>({ by: 'number', down: false });
  const figure = FIGURES[sort.by];
  const rows = balance.accounts.toSorted(
    (a, b) => (figure(a) - figure(b)) * (sort.down ? -1 : 1),
  );
  const columns: TableColumn<Account, BalanceSort>[] = [
    {
      id: 'account',
      head: t('books.account'),
      track: 'minmax(180px, 2fr)',
      sort: 'number',
      cell: ({ role, number, type }) => (
        <Column>
          <Body>{t(`account.${role}`)}</Body>
          <Body small tone="faded">{`${number} · ${t(`accountType.${type}`)}`}</Body>
        </Column>
      ),
      foot: <Body strong>{t('common.total')}</Body>,
    },
    {
      id: 'debit',
      head: t('books.debit'),
      track: 'minmax(110px, 1fr)',
      figure: true,
      sort: 'debit',
      cell: ({ debitMinor }) => (debitMinor ? <Money minor={debitMinor} /> : null),
      foot: <Money minor={balance.debitMinor} strong />,
    },
    {
      id: 'credit',
      head: t('books.credit'),
      track: 'minmax(110px, 1fr)',
      figure: true,
      sort: 'credit',
      cell: ({ creditMinor }) => (creditMinor ? <Money minor={creditMinor} /> : null),
      foot: <Money minor={balance.creditMinor} strong />,
    },
  ];
  return (
    <Table<Account, BalanceSort>
      label={t('books.balance')}
      columns={columns}
      rows={rows}
      keyOf={({ role }) => role}
      to={({ role }) => toAccount(role)}
      isCurrent={({ role }) => role === chosen}
      sort={sort}
      onSort={setSort}
    />
  );
}

function Narrow({ balance }: { balance: Balance }) {
  const t = useWords();
  return (
    <Sheet>
      <SheetRow minHeight={36} aria-hidden>
        <SidesHead />
      </SheetRow>
      {balance.accounts.map((account) => (
        <Row
          key={account.role}
          onPress={() => router.push(`/books/journal?account=${account.role}` as never)}
        >
          <Column flex={2} minWidth={0} alignItems="flex-start">
            <Body textAlign="left">{t(`account.${account.role}`)}</Body>
            <Body small tone="faded">
              {`${account.number} · ${t(`accountType.${account.type}`)}`}
            </Body>
          </Column>
          <Column flex={1}>
            {account.debitMinor ? <Money minor={account.debitMinor} /> : null}
          </Column>
          <Column flex={1}>
            {account.creditMinor ? <Money minor={account.creditMinor} /> : null}
          </Column>
        </Row>
      ))}
      <SheetRow>
        <Body strong flex={2}>
          {t('common.total')}
        </Body>
        <Money strong flex={1} minor={balance.debitMinor} />
        <Money strong flex={1} minor={balance.creditMinor} />
      </SheetRow>
    </Sheet>
  );
}
