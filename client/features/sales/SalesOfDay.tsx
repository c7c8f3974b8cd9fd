import type { SaleSummary } from '@abacist/contracts';
import { useInfiniteQuery } from '@tanstack/react-query';

import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column, Sheet } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { ListLink } from '~/ui/ListLink';
import { Empty } from '~/ui/Notes';
import { NextPage } from '~/ui/NextPage';
import { Query } from '~/ui/Query';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';

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
            <NextPage of={pages} />
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
          {[dates.time(sale.soldAt), sale.drawer, sale.tenders].filter(Boolean).join(' · ')}
        </Body>
      </Column>
      {sale.status === 'void' ? <Tag tone="loose" label={t('sales.void')} /> : null}
      {sale.takesBack ? <Tag tone="faded" label={t('sales.takesBack')} /> : null}
      <Money minor={sale.totalMinor} strong />
    </ListLink>
  );
}
