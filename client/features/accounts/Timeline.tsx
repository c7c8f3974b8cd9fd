import type { AccountPage, TimelineRow } from '@abacist/contracts';
import { useInfiniteQuery } from '@tanstack/react-query';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { Money, useMoney } from '~/ui/Money';
import { Body } from '~/ui/Text';
import { Section } from '~/ui/Section';

type Page = AccountPage['timeline'];

/** All that moved the balance, newest first, with the balance after each. */
export function Timeline({ account }: { account: AccountPage }) {
  const t = useWords();
  const older = useInfiniteQuery({
    queryKey: ['accounts', account.id, 'timeline', account.timeline.before],
    queryFn: ({ pageParam }) =>
      request<Page>('GET', `/accounts/${account.id}/timeline?before=${pageParam}`),
    initialPageParam: account.timeline.before ?? '',
    getNextPageParam: ({ before }) => before,
    enabled: false,
  });
  const rows = [account.timeline, ...(older.data?.pages ?? [])].flatMap((page) => page.rows);
  const more = older.data ? older.hasNextPage : account.timeline.before !== null;
  if (rows.length === 0) return null;
  return (
    <Section title={t('accounts.timeline')}>
      <Sheet role="list" aria-label={t('accounts.timeline')}>
        {rows.map((row) => (
          <Row key={row.key} row={row} />
        ))}
      </Sheet>
      {more ? (
        <Column paddingHorizontal="$4" alignItems="flex-start">
          <Button
            label={t('accounts.earlier')}
            disabled={older.isFetching}
            onPress={() => void (older.data ? older.fetchNextPage() : older.refetch())}
          />
        </Column>
      ) : null}
    </Section>
  );
}

function Row({ row }: { row: TimelineRow }) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const content = (
    <>
      <Column flex={1} minWidth={0}>
        <Body>{`${row.number} · ${t(`accounts.kind_${row.kind}`)}`}</Body>
        <Body small tone="faded">
          {`${dates.day(row.date)} · ${t('accounts.balance')} ${money(row.balanceMinor)}`}
        </Body>
      </Column>
      <Money minor={row.amountMinor} signed />
    </>
  );
  return row.saleId === null ? (
    <SheetRow role="listitem">{content}</SheetRow>
  ) : (
    <ListLink to={`/sales/${row.saleId}`}>{content}</ListLink>
  );
}
