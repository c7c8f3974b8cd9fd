import type { AgingPage, AgingRow, ItemView } from '@abacist/contracts';
import type { AgingSort } from '@abacist/contracts/choices';
import { AGES } from '@abacist/core/accounts';
import { isIsoDate } from '@abacist/core/dates';
import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useMedia } from '@tamagui/core';
import { useState, type ReactNode } from 'react';
import { request } from '~/api/http';
import { useReadOn } from '~/api/useReadOn';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { DateField } from '~/ui/DateField';
import { Fold } from '~/ui/Fold';
import { ListLink } from '~/ui/ListLink';
import { Money, useMoney } from '~/ui/Money';
import { NextPage } from '~/ui/NextPage';
import { Empty, Loading, ReadFailed } from '~/ui/Notes';
import { Screen } from '~/ui/Screen';
import type { Sort } from '~/ui/Table';
import { Body, Heading } from '~/ui/Text';
import { AgingTable } from './AgingTable';

/** Who owes how much since when, at any date; an account opens into its items of then. */
export function AgingScreen({ at, account }: { at?: string; account?: number }) {
  const t = useWords();
  const media = useMedia();
  const { today } = useShop();
  const [text, setText] = useState(at ?? today);
  const date = isIsoDate(text) ? text : today;
  const [sort, setSort] = useState<Sort<AgingSort>>({ by: 'name', down: false });
  const report = useInfiniteQuery({
    queryKey: ['aging', date, sort],
    queryFn: ({ pageParam }) =>
      request<AgingPage>(
        'GET',
        `/aging?${new URLSearchParams({
          date,
          sort: sort.by,
          down: String(sort.down),
          ...(pageParam && { after: pageParam }),
        })}`,
      ),
    initialPageParam: '',
    getNextPageParam: ({ next }) => next,
    placeholderData: keepPreviousData,
  });
  const readOn = useReadOn(report);
  const rows = report.data?.pages.flatMap((page) => page.rows) ?? [];
  const totals = report.data?.pages[0]?.totals;
  const save = (format: string) =>
    window.open(`/api/aging/export?${new URLSearchParams({ date, format })}`, '_blank');
  const acts = (
    <Line gap="$3" alignItems="flex-end" flexWrap="wrap">
      <Column width={220}>
        <DateField label={t('aging.date')} value={text} onChange={setText} />
      </Column>
      <Button label={t('aging.csv')} onPress={() => save('csv')} />
      <Button label={t('aging.xlsx')} onPress={() => save('xlsx')} />
    </Line>
  );
  const read = (shown: (totals: AgingPage['totals']) => ReactNode) =>
    report.error ? (
      <ReadFailed error={report.error} again={() => void report.refetch()} />
    ) : !totals ? (
      <Loading />
    ) : rows.length === 0 ? (
      <Empty title={t('aging.noneTitle')} text={t('aging.noneText')} />
    ) : (
      shown(totals)
    );
  if (media.pair) {
    const chosen = rows.find(({ chargeAccountId }) => chargeAccountId === account);
    return (
      <Screen fill title={t('accounts.aging')} back="/accounts" width="100%">
        <Column flex={1} minHeight={0} gap="$3" paddingHorizontal="$4" paddingBottom="$4">
          {acts}
          <Line flex={1} minHeight={0} gap="$4" alignItems="stretch">
            {read((of) => (
              <AgingTable
                rows={rows}
                totals={of}
                chosen={account ?? null}
                toAccount={(id) =>
                  `/accounts/aging?${new URLSearchParams({ at: date, account: String(id) })}`
                }
                sort={sort}
                onSort={setSort}
                onEnd={readOn}
              />
            ))}
            {chosen ? (
              <Column width={300} gap="$2" overflow="scroll">
                <Heading size="section">{chosen.name}</Heading>
                <Items chargeAccountId={chosen.chargeAccountId} date={date} bare />
              </Column>
            ) : null}
          </Line>
        </Column>
      </Screen>
    );
  }
  return (
    <Screen title={t('accounts.aging')} back="/accounts">
      <Column gap="$4" paddingBottom="$5">
        <Column paddingHorizontal="$4">{acts}</Column>
        {read((of) => (
          <Sheet role="list" aria-label={t('accounts.aging')}>
            {rows.map((row) => (
              <Row key={row.chargeAccountId} row={row} date={date} />
            ))}
            <Figures name={t('common.total')} figures={of} strong />
          </Sheet>
        ))}
        <NextPage of={report} />
      </Column>
    </Screen>
  );
}

/** An account's figures that are not zero, under each other. */
function Figures({
  name,
  figures: { aging, balanceMinor },
  strong,
}: {
  name: string;
  figures: Pick<AgingRow, 'aging' | 'balanceMinor'>;
  strong?: boolean;
}) {
  const t = useWords();
  const money = useMoney();
  const parts = AGES.filter((age) => aging[age] !== 0).map(
    (age) => `${t(`accounts.age_${age}`)} ${money(aging[age])}`,
  );
  return (
    <SheetRow width="100%">
      <Column flex={1} minWidth={0} alignItems="flex-start">
        <Body textAlign="left" {...(strong && { strong })}>
          {name}
        </Body>
        <Body small tone="faded" textAlign="left">
          {parts.join(' · ')}
        </Body>
      </Column>
      <Money minor={balanceMinor} strong />
    </SheetRow>
  );
}

function Row({ row, date }: { row: AgingRow; date: string }) {
  const t = useWords();
  const [open, setOpen] = useState(false);
  return (
    <Column role="listitem">
      <Fold
        label={t('aging.items', { name: row.name })}
        open={open}
        onToggle={() => setOpen(!open)}
      >
        <Figures name={row.name} figures={row} />
      </Fold>
      {open ? <Items chargeAccountId={row.chargeAccountId} date={date} /> : null}
    </Column>
  );
}

/** The items of which something was left at that date. */
function Items({
  chargeAccountId,
  date,
  bare,
}: {
  chargeAccountId: number;
  date: string;
  /** By itself, and not under its account. */
  bare?: boolean;
}) {
  const t = useWords();
  const dates = useDates();
  const items = useQuery({
    queryKey: ['accounts', chargeAccountId, 'items', date],
    queryFn: () =>
      request<{ items: ItemView[] }>('GET', `/accounts/${chargeAccountId}/items?date=${date}`),
  });
  if (!items.data) return <Loading />;
  return (
    <Column role="list" {...(!bare && { paddingLeft: '$4' })} backgroundColor="$paper">
      {items.data.items.map((item) => (
        <ListLink
          key={item.id}
          to={item.saleId === null ? `/accounts/${chargeAccountId}` : `/sales/${item.saleId}`}
        >
          <Body flex={1}>
            {[
              item.number,
              t(`accounts.kind_${item.kind}`),
              dates.day(item.date),
              item.dueDate ? t('accounts.due', { date: dates.day(item.dueDate) }) : '',
            ]
              .filter(Boolean)
              .join(' · ')}
          </Body>
          <Money minor={item.leftMinor} />
        </ListLink>
      ))}
      <ListLink to={`/accounts/${chargeAccountId}`}>
        <Body textDecorationLine="underline">{t('aging.toAccount')}</Body>
      </ListLink>
    </Column>
  );
}
