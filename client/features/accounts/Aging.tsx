import type { AgingPage, AgingRow, ItemView } from '@abacist/contracts';
import { AGES } from '@abacist/core/accounts';
import { isIsoDate } from '@abacist/core/dates';
import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useMedia } from '@tamagui/core';
import { useState } from 'react';
import { request } from '~/api/http';
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
import { Body } from '~/ui/Text';

/** Who owes how much since when, at any date; an account opens into its items of then. */
export function AgingScreen() {
  const t = useWords();
  const media = useMedia();
  const { today } = useShop();
  const [text, setText] = useState(today);
  const date = isIsoDate(text) ? text : today;
  const report = useInfiniteQuery({
    queryKey: ['aging', date],
    queryFn: ({ pageParam }) =>
      request<AgingPage>(
        'GET',
        `/aging?${new URLSearchParams({ date, ...(pageParam && { after: pageParam }) })}`,
      ),
    initialPageParam: '',
    getNextPageParam: ({ next }) => next,
    placeholderData: keepPreviousData,
  });
  const rows = report.data?.pages.flatMap((page) => page.rows) ?? [];
  const totals = report.data?.pages[0]?.totals;
  const save = (format: string) =>
    window.open(`/api/aging/export?${new URLSearchParams({ date, format })}`, '_blank');
  return (
    <Screen title={t('accounts.aging')} back="/accounts" width={media.desk ? 1160 : 760}>
      <Column gap="$4" paddingBottom="$5">
        <Line gap="$3" paddingHorizontal="$4" alignItems="flex-end" flexWrap="wrap">
          <Column width={220}>
            <DateField label={t('aging.date')} value={text} onChange={setText} />
          </Column>
          <Button label={t('aging.csv')} onPress={() => save('csv')} />
          <Button label={t('aging.xlsx')} onPress={() => save('xlsx')} />
        </Line>
        {report.error ? (
          <ReadFailed error={report.error} again={() => void report.refetch()} />
        ) : !totals ? (
          <Loading />
        ) : rows.length === 0 ? (
          <Empty title={t('aging.noneTitle')} text={t('aging.noneText')} />
        ) : (
          <Sheet role="list" aria-label={t('accounts.aging')}>
            {media.desk ? <Head /> : null}
            {rows.map((row) => (
              <Row key={row.chargeAccountId} row={row} date={date} />
            ))}
            <Figures name={t('common.total')} figures={totals} strong />
          </Sheet>
        )}
        <NextPage of={report} />
      </Column>
    </Screen>
  );
}

function Head() {
  const t = useWords();
  return (
    <SheetRow aria-hidden>
      <Body flex={2} small tone="faded">
        {t('accounts.one')}
      </Body>
      {[...AGES.map((age) => t(`accounts.age_${age}`)), t('accounts.balance')].map((label) => (
        <Body key={label} flex={1} small tone="faded" textAlign="right">
          {label}
        </Body>
      ))}
    </SheetRow>
  );
}

/** An account's figures: side by side where there is room, else those that are not zero. */
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
  const media = useMedia();
  const money = useMoney();
  if (media.desk) {
    return (
      <SheetRow width="100%">
        <Body flex={2} minWidth={0} textAlign="left" {...(strong && { strong })}>
          {name}
        </Body>
        {AGES.map((age) => (
          <Money
            key={age}
            flex={1}
            minor={aging[age]}
            tone={aging[age] === 0 ? 'faded' : 'ink'}
            {...(strong && { strong })}
          />
        ))}
        <Money flex={1} minor={balanceMinor} strong />
      </SheetRow>
    );
  }
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
function Items({ chargeAccountId, date }: { chargeAccountId: number; date: string }) {
  const t = useWords();
  const dates = useDates();
  const items = useQuery({
    queryKey: ['accounts', chargeAccountId, 'items', date],
    queryFn: () =>
      request<{ items: ItemView[] }>('GET', `/accounts/${chargeAccountId}/items?date=${date}`),
  });
  if (!items.data) return <Loading />;
  return (
    <Column role="list" paddingLeft="$4" backgroundColor="$paper">
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
