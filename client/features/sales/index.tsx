import type { SaleDetail, SaleSummary } from '@abacist/contracts';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import Printer from 'lucide-react-native/icons/printer';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { BigMoney, Money, useMoney } from '~/ui/Money';
import { ListLink } from '~/ui/ListLink';
import { Empty, ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Tag } from '~/ui/Tag';
import { Body, Heading } from '~/ui/Text';

type Page = { sales: SaleSummary[]; next: number | null };

/** The sales of a day, newest first, page by page. */
export function SalesOfDay({ date }: { date?: string }) {
  const t = useWords();
  const dates = useDates();
  const day = date ?? dates.today;
  const pages = useInfiniteQuery({
    queryKey: ['sales', day],
    initialPageParam: null as number | null,
    queryFn: ({ pageParam }) =>
      request<Page>('GET', `/sales?date=${day}${pageParam ? `&before=${pageParam}` : ''}`),
    getNextPageParam: (page) => page.next,
  });
  return (
    <Query of={pages}>
      {({ pages: read }) => {
        const sales = read.flatMap((page) => page.sales);
        if (sales.length === 0) {
          return <Empty title={t('sales.noneTitle')} text={t('sales.noneText')} />;
        }
        return (
          <Column gap="$3">
            <Sheet role="list">
              {sales.map((sale) => (
                <SaleRow key={sale.id} sale={sale} />
              ))}
            </Sheet>
            {pages.hasNextPage ? (
              <Button label={t('common.more')} onPress={() => void pages.fetchNextPage()} />
            ) : null}
          </Column>
        );
      }}
    </Query>
  );
}

function SaleRow({ sale }: { sale: SaleSummary }) {
  const t = useWords();
  const dates = useDates();
  return (
    <ListLink to={`/sales/${sale.id}`}>
      <Column flex={1} minWidth={0}>
        <Body strong>{sale.number}</Body>
        <Body small tone="faded">
          {`${dates.time(sale.soldAt)} · ${sale.drawer} · ${sale.tenders}`}
        </Body>
      </Column>
      {sale.status === 'void' ? <Tag tone="loose" label={t('sales.void')} /> : null}
      <Money minor={sale.totalMinor} strong />
    </ListLink>
  );
}

/** Today's documents as a page of their own, on a phone. */
export function SalesScreen() {
  const t = useWords();
  const dates = useDates();
  return (
    <Screen eyebrow={dates.day(dates.today)} title={t('sales.today')} back="/counter">
      <SalesOfDay />
    </Screen>
  );
}

/** A sale as its receipt, with what became of it; fresh from the counter, the change first. */
export function SaleScreen({ id, changeMinor }: { id: number; changeMinor: number | null }) {
  const t = useWords();
  const sale = useQuery({
    queryKey: ['sale', id],
    queryFn: () => request<SaleDetail>('GET', `/sales/${id}`),
  });
  const fresh = changeMinor !== null;
  return (
    <Screen
      eyebrow={t('sales.receipt')}
      title={sale.data?.number ?? ''}
      back="/counter"
      right={<PrintButton />}
      footer={
        fresh ? (
          <Button
            kind="primary"
            big
            label={t('sales.next')}
            onPress={() => router.replace('/counter')}
          />
        ) : null
      }
    >
      {fresh ? (
        <Line padding="$4" justifyContent="space-between" data-noprint>
          <Heading size="page">{t('sales.change')}</Heading>
          <BigMoney minor={changeMinor} />
        </Line>
      ) : null}
      <Query of={sale}>{(detail) => <Receipt sale={detail} />}</Query>
    </Screen>
  );
}

function PrintButton() {
  const t = useWords();
  return (
    <Button
      icon={Printer}
      iconOnly
      label={t('sales.print')}
      onPress={() => {
        window.print();
      }}
    />
  );
}

function Receipt({ sale }: { sale: SaleDetail }) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const shop = useShop();
  return (
    <Column gap="$4" paddingBottom="$5">
      <Sheet>
        <Column padding="$4" gap="$1" borderBottomWidth={1} borderColor="$rule">
          <Heading size="section">{shop.name}</Heading>
          <Body small tone="faded">
            {t('sales.head', {
              number: sale.number,
              date: dates.long(sale.date),
              time: dates.time(sale.soldAt),
              by: sale.by,
              drawer: sale.drawer,
            })}
          </Body>
          {sale.status === 'void' ? (
            <Body tone="loose" strong>
              {t('sales.voidNote', { number: sale.voidNumber, reason: sale.voidReason })}
            </Body>
          ) : null}
        </Column>
        {sale.lines.map((line, i) => (
          <SheetRow key={i}>
            <Column flex={1} minWidth={0}>
              <Body>{line.description}</Body>
              {Number(line.quantity) === 1 ? null : (
                <Body small tone="faded">
                  {t('counter.quantity', {
                    quantity: String(Number(line.quantity)),
                    unit: line.unit,
                    price: money(line.unitPriceMinor),
                  })}
                </Body>
              )}
            </Column>
            <Money minor={line.amountMinor} />
          </SheetRow>
        ))}
        <Figures label={t('sales.net')} minor={sale.netMinor} faded />
        {sale.taxes.map(({ authority, taxMinor }) => (
          <Figures key={authority} label={authority} minor={taxMinor} faded />
        ))}
        <Figures label={t('common.total')} minor={sale.totalMinor} strong />
        {sale.payments.map((payment, i) => (
          <Column key={i}>
            <Figures
              label={
                payment.kind === 'cash'
                  ? t('sales.cashTendered', { name: payment.name })
                  : t('sales.card', { name: payment.name, lastFour: payment.lastFour })
              }
              minor={payment.tenderedMinor}
            />
            {payment.roundingMinor !== 0 ? (
              <Figures label={t('sales.rounding')} minor={-payment.roundingMinor} faded />
            ) : null}
            {payment.changeMinor !== 0 ? (
              <Figures label={t('sales.change')} minor={payment.changeMinor} />
            ) : null}
          </Column>
        ))}
      </Sheet>
      <SaleActions sale={sale} />
    </Column>
  );
}

function Figures({
  label,
  minor,
  strong,
  faded,
}: {
  label: string;
  minor: number;
  strong?: boolean;
  faded?: boolean;
}) {
  const tone = faded ? 'faded' : 'ink';
  return (
    <SheetRow minHeight={40}>
      <Body tone={tone} {...(strong && { strong })}>
        {label}
      </Body>
      <Money minor={minor} tone={tone} {...(strong && { strong })} />
    </SheetRow>
  );
}

function SaleActions({ sale }: { sale: SaleDetail }) {
  const t = useWords();
  const dates = useDates();
  const voiding = useCommand<object, { number: string }>(`/sales/${sale.id}/void`);
  return (
    <Column gap="$3" paddingHorizontal="$4" data-noprint>
      <ErrorNote error={voiding.error} />
      <Line gap="$2" flexWrap="wrap">
        {sale.status === 'posted' && sale.date === dates.today ? (
          <Button label={t('sales.voidIt')} onPress={() => voiding.mutate({})} />
        ) : null}
        <Button
          label={t('sales.showDay')}
          onPress={() => router.push(`/days/${sale.date}` as never)}
        />
      </Line>
    </Column>
  );
}
