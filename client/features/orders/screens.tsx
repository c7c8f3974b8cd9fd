import type { OrderSummary } from '@abacist/contracts';
import { ORDER_STATUSES, type OrderStatus } from '@abacist/core/orders';
import { keepPreviousData, useInfiniteQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { ListLink } from '~/ui/ListLink';
import { Money } from '~/ui/Money';
import { Empty } from '~/ui/Notes';
import { NextPage } from '~/ui/NextPage';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';
import { STATUS_TONE } from './tones';
export { OrderScreen } from './Order';

type Page = { orders: OrderSummary[]; more: boolean };

/** Quotations and orders, newest first, by status. */
export function OrdersScreen() {
  const t = useWords();
  const [status, setStatus] = useState<OrderStatus | ''>('');
  const [text, setText] = useState('');
  const pages = useInfiniteQuery({
    queryKey: ['orders', status, text.trim()],
    initialPageParam: 0,
    queryFn: ({ pageParam }) => {
      const asked = new URLSearchParams();
      if (status) asked.set('status', status);
      if (text.trim()) asked.set('text', text.trim());
      if (pageParam) asked.set('before', String(pageParam));
      return request<Page>('GET', `/orders?${asked.toString()}`);
    },
    getNextPageParam: (page) => (page.more ? page.orders.at(-1)?.id : undefined),
    placeholderData: keepPreviousData,
  });
  return (
    <Screen eyebrow={t('shell.counter')} title={t('orders.title')} back="/counter">
      <Column gap="$3" paddingBottom="$5">
        <Column paddingHorizontal="$4" gap="$3">
          <Field label={t('orders.find')} value={text} onChange={setText} maxLength={80} />
          <Line role="group" gap="$2" flexWrap="wrap" aria-label={t('orders.status')}>
            {(['', ...ORDER_STATUSES] as const).map((one) => (
              <Button
                key={one}
                kind={one === status ? 'chosen' : 'quiet'}
                pressed={one === status}
                label={t(one ? `orders.status_${one}` : 'orders.all')}
                onPress={() => setStatus(one)}
              />
            ))}
          </Line>
        </Column>
        <Query of={pages}>
          {({ pages: read }) => {
            const orders = read.flatMap((page) => page.orders);
            if (orders.length === 0) {
              return <Empty title={t('orders.noneTitle')} text={t('orders.noneText')} />;
            }
            return (
              <Column gap="$3">
                <Sheet role="list">
                  {orders.map((order) => (
                    <OrderRow key={order.id} order={order} />
                  ))}
                </Sheet>
                <NextPage of={pages} />
              </Column>
            );
          }}
        </Query>
      </Column>
    </Screen>
  );
}

function OrderRow({ order }: { order: OrderSummary }) {
  const t = useWords();
  const dates = useDates();
  return (
    <ListLink to={`/orders/${order.id}`}>
      <Column flex={1} minWidth={0}>
        <Body strong>{[order.number, order.customerName].filter(Boolean).join(' · ')}</Body>
        <Body small tone="faded" numberOfLines={1}>
          {order.description}
        </Body>
        <Body small tone="faded">
          {order.validUntil
            ? t('orders.validUntil', { date: dates.day(order.validUntil) })
            : dates.day(order.date)}
        </Body>
      </Column>
      <Column alignItems="flex-end" gap="$1">
        <Money minor={order.totalMinor} strong />
        <Tag tone={STATUS_TONE[order.status]} label={t(`orders.status_${order.status}`)} />
      </Column>
    </ListLink>
  );
}
