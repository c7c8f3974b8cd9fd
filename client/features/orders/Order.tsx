import type { CancelOrder, OrderDetail } from '@abacist/contracts';
import { parseAmount, toDecimal } from '@abacist/core/money';
import { papersOf } from '@abacist/core/documents';
import { useQuery } from '@tanstack/react-query';
import { router } from '~/router';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { loadOrder, ticketIsEmpty, useTicket } from '~/features/ticket';
import { PapersButton } from '~/features/papers';
import { useWords } from '~/i18n';
import { useDates, useNumbers } from '~/i18n/useFormat';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { ListLink } from '~/ui/ListLink';
import { Money, useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Tag } from '~/ui/Tag';
import { Body, Heading } from '~/ui/Text';
import { STATUS_TONE } from './tones';

/** One quotation or order: its lines, what was paid ahead, and what can be done next. */
export function OrderScreen({ id }: { id: number }) {
  const t = useWords();
  const order = useQuery({
    queryKey: ['orders', id],
    queryFn: () => request<OrderDetail>('GET', `/orders/${id}`),
  });
  return (
    <Screen
      eyebrow={order.data ? t(`orders.kind_${order.data.kind}`) : ''}
      title={order.data?.number ?? t('orders.one')}
      back="/orders"
      right={
        order.data ? (
          <PapersButton
            subject="order"
            subjectId={id}
            kinds={papersOf(order.data.kind)}
            customerEmail={order.data.customerEmail}
          />
        ) : null
      }
    >
      <Query of={order}>{(data) => <Detail order={data} />}</Query>
    </Screen>
  );
}

function Detail({ order }: { order: OrderDetail }) {
  const t = useWords();
  const dates = useDates();
  return (
    <Column gap="$4" paddingBottom="$5">
      <Sheet>
        <Column padding="$4" gap="$1" borderBottomWidth={1} borderColor="$rule">
          <Line justifyContent="space-between" gap="$2">
            <Heading size="section">{order.customerName ?? t('parties.walkIn')}</Heading>
            <Tag tone={STATUS_TONE[order.status]} label={t(`orders.status_${order.status}`)} />
          </Line>
          <Body small tone="faded">
            {[
              dates.date(order.date),
              order.soldBy,
              order.validUntil
                ? t('orders.validUntil', { date: dates.date(order.validUntil) })
                : '',
            ]
              .filter(Boolean)
              .join(' · ')}
          </Body>
          {order.exemptCertificate ? (
            <Body>{t('sales.exempt', { certificate: order.exemptCertificate })}</Body>
          ) : null}
        </Column>
        {order.lines.map((line) => (
          <LineRow key={line.position} line={line} kind={order.kind} />
        ))}
        <Figures label={t('sales.net')} minor={order.netMinor} />
        {order.taxes.map(({ authority, taxMinor }) => (
          <Figures key={authority} label={authority} minor={taxMinor} />
        ))}
        <Figures strong label={t('common.total')} minor={order.totalMinor} />
        {order.prepaidMinor ? (
          <>
            <Figures label={t('orders.prepaid')} minor={order.prepaidMinor} />
            <Figures label={t('orders.prepaidLeft')} minor={order.prepaidLeftMinor} />
          </>
        ) : null}
      </Sheet>
      <Links order={order} />
      <Actions order={order} />
    </Column>
  );
}

function LineRow({
  line,
  kind,
}: {
  line: OrderDetail['lines'][number];
  kind: OrderDetail['kind'];
}) {
  const t = useWords();
  const { quantity } = useNumbers();
  const money = useMoney();
  const details = [
    t(line.unit ? 'counter.quantityUnit' : 'counter.quantity', {
      quantity: quantity(line.quantity),
      unit: line.unit,
      price: money(line.unitPriceMinor),
    }),
    line.discountMinor ? t('counter.less', { amount: money(line.discountMinor) }) : '',
    kind === 'order' && line.leftQuantity !== line.quantity
      ? t('orders.leftOf', { left: quantity(line.leftQuantity) })
      : '',
  ].filter(Boolean);
  return (
    <SheetRow>
      <Column flex={1} minWidth={0}>
        <Body>{line.description}</Body>
        <Body small tone="faded">
          {details.join(' · ')}
        </Body>
      </Column>
      <Money minor={line.amountMinor - line.discountMinor} />
    </SheetRow>
  );
}

function Figures({
  label,
  minor,
  strong,
}: {
  label: string;
  minor: number;
  strong?: boolean;
}) {
  return (
    <SheetRow minHeight={40}>
      <Body tone={strong ? 'ink' : 'faded'} {...(strong && { strong })}>
        {label}
      </Body>
      <Money minor={minor} tone={strong ? 'ink' : 'faded'} {...(strong && { strong })} />
    </SheetRow>
  );
}

/** What it came from and what became of it. */
function Links({ order }: { order: OrderDetail }) {
  const t = useWords();
  const dates = useDates();
  const { quotation, order: next, tickets } = order;
  if (!quotation && !next && tickets.length === 0) return null;
  return (
    <Sheet role="list" aria-label={t('orders.papers')}>
      {quotation ? (
        <ListLink to={`/orders/${quotation.id}`}>
          <Body>{t('orders.fromQuotation', { number: quotation.number })}</Body>
        </ListLink>
      ) : null}
      {next ? (
        <ListLink to={`/orders/${next.id}`}>
          <Body>{t('orders.becameOrder', { number: next.number })}</Body>
        </ListLink>
      ) : null}
      {tickets.map((ticket) => (
        <ListLink key={ticket.saleId} to={`/sales/${ticket.saleId}`}>
          <Body flex={1}>{`${ticket.number} · ${dates.day(ticket.date)}`}</Body>
          <Money minor={ticket.totalMinor} />
        </ListLink>
      ))}
    </Sheet>
  );
}

function Actions({ order }: { order: OrderDetail }) {
  const t = useWords();
  const money = useMoney();
  const ticket = useTicket();
  const [open, setOpen] = useState<'prepay' | 'cancel' | null>(null);
  const [busy, setBusy] = useState(false);
  const makeOrder = useCommand<object, { id: number }>(`/orders/${order.id}/order`, ({ id }) =>
    router.replace(`/orders/${id}` as never),
  );
  if (order.status === 'void' || order.status === 'ordered') return null;
  const free = ticketIsEmpty(ticket);
  const isOrder = order.kind === 'order';
  const left = order.lines.some(({ leftQuantity }) => leftQuantity !== '0');
  const room = order.totalMinor - order.prepaidMinor;
  const sell = async () => {
    setBusy(true);
    await loadOrder(order);
    router.push('/counter');
  };
  return (
    <Column paddingHorizontal="$4" gap="$3">
      {free || !isOrder ? null : <Body tone="loose">{t('orders.ticketUnderWay')}</Body>}
      <ErrorNote error={makeOrder.error} />
      {isOrder && left ? (
        <Button
          kind="primary"
          big
          disabled={!free || busy}
          label={t('orders.sell')}
          onPress={() => void sell()}
        />
      ) : null}
      {isOrder && left && room > 0 ? (
        <Button
          big
          disabled={!free}
          label={t('orders.prepay')}
          onPress={() => setOpen('prepay')}
        />
      ) : null}
      {!isOrder && order.status === 'open' ? (
        <Button
          kind="primary"
          big
          disabled={makeOrder.isPending}
          label={t('orders.makeOrder')}
          onPress={() => makeOrder.mutate({})}
        />
      ) : null}
      {!isOrder || left || order.prepaidLeftMinor > 0 ? (
        <Button label={t('orders.cancel')} onPress={() => setOpen('cancel')} />
      ) : null}
      {open === 'prepay' ? (
        <PrepayDialog order={order} roomMinor={room} onClose={() => setOpen(null)} />
      ) : null}
      {open === 'cancel' ? (
        <CancelDialog order={order} free={free} money={money} onClose={() => setOpen(null)} />
      ) : null}
    </Column>
  );
}

/** How much is paid ahead; it is then paid like any ticket. */
function PrepayDialog({
  order,
  roomMinor,
  onClose,
}: {
  order: OrderDetail;
  roomMinor: number;
  onClose: () => void;
}) {
  const t = useWords();
  const word = useRefusalText();
  const money = useMoney();
  const { currency } = useShop();
  const { begin } = useTicket();
  const [text, setText] = useState(toDecimal(roomMinor, currency));
  const amount = parseAmount(text, currency);
  const over = amount.ok && amount.value > roomMinor;
  const ready = amount.ok && amount.value > 0 && !over;
  const pay = () => {
    if (!ready) return;
    begin({
      extras: [{ kind: 'prepayment', orderId: order.id, amountMinor: amount.value }],
      order: { id: order.id, number: order.number, leftMinor: 0 },
      customer: order.customerName ? { name: order.customerName } : null,
    });
    router.push('/counter/pay');
  };
  return (
    <Dialog open title={t('orders.prepayOf', { number: order.number })} onClose={onClose}>
      <Field
        label={t('orders.prepayAmount')}
        value={text}
        onChange={setText}
        numeric
        big
        autoFocus
        error={
          !amount.ok
            ? word(amount.refusals[0]!)
            : over
              ? t('refusal.prepayment_over', { left: money(roomMinor) })
              : undefined
        }
        onSubmit={pay}
      />
      <Decide label={t('counter.pay')} disabled={!ready} onDecide={pay} onCancel={onClose} />
    </Dialog>
  );
}

/** Cancelling: what was paid ahead goes back, or stays with the shop by a manager's word. */
function CancelDialog({
  order,
  free,
  money,
  onClose,
}: {
  order: OrderDetail;
  free: boolean;
  money: (minor: number) => string;
  onClose: () => void;
}) {
  const t = useWords();
  const { begin } = useTicket();
  const cancel = useCommand<CancelOrder, object>(`/orders/${order.id}/cancel`, onClose);
  const left = order.prepaidLeftMinor;
  const payBack = () => {
    begin({
      extras: [{ kind: 'prepaymentBack', orderId: order.id, amountMinor: left }],
      order: { id: order.id, number: order.number, leftMinor: 0, paidBy: order.paidBy },
      customer: order.customerName ? { name: order.customerName } : null,
    });
    router.push('/counter/pay');
  };
  return (
    <Dialog open title={t('orders.cancelOf', { number: order.number })} onClose={onClose}>
      <Body>
        {left > 0 ? t('orders.cancelLeft', { amount: money(left) }) : t('orders.cancelText')}
      </Body>
      <ErrorNote error={cancel.error} />
      {left > 0 ? (
        <>
          {free ? null : <Body tone="loose">{t('orders.ticketUnderWay')}</Body>}
          <Button
            kind="primary"
            big
            disabled={!free}
            label={t('orders.payBack', { amount: money(left) })}
            onPress={payBack}
          />
          <Button
            label={t('orders.keepIt')}
            disabled={cancel.isPending}
            onPress={() => cancel.mutate({ keep: true })}
          />
        </>
      ) : (
        <Button
          kind="primary"
          big
          disabled={cancel.isPending}
          label={t('orders.cancel')}
          onPress={() => cancel.mutate({ keep: false })}
        />
      )}
      <Button label={t('orders.leaveIt')} onPress={onClose} />
    </Dialog>
  );
}
