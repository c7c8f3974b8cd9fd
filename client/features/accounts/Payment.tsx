import type { AccountPage, LineTrail } from '@abacist/contracts';
import { toDecimal } from '@abacist/core/money';
import type { AccountPayment } from '@abacist/core/sales';
import { useQueries, useQuery } from '@tanstack/react-query';
import { router } from '~/router';
import { useState } from 'react';
import { useDraft } from '~/api/draft';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { ticketIsEmpty, useTicket } from '~/features/ticket';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { useMoney } from '~/ui/Money';
import { Loading, ReadFailed } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';
import { FindAccount } from './FindAccount';
import { PaymentPart } from './PaymentPart';
import { NOTHING, toPart, toPayment, type Part, type Typed } from './partOf';

type Draft = { order: number[]; typed: Record<number, Typed> };

/**
 * A payment on an account, or one for several: each gets its part, and the whole is given out
 * before it is paid like any ticket.
 */
export function PaymentScreen({ id, lineId }: { id: number; lineId: number | null }) {
  const line = useQuery({
    queryKey: ['line', lineId],
    queryFn: () => request<LineTrail>('GET', `/trail/lines/${lineId}`),
    enabled: lineId !== null,
  });
  if (lineId === null) return <Take id={id} line={null} />;
  return <Query of={line}>{({ line: shown }) => <Take id={id} line={shown} />}</Query>;
}

function Take({ id, line }: { id: number; line: LineTrail['line'] | null }) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const { today, currency } = useShop();
  const ticket = useTicket();
  const [draft, change, drop] = useDraft<Draft>(`payment.${id}${line ? `.${line.id}` : ''}`, {
    order: [id],
    typed: line ? { [id]: { ...NOTHING, amount: toDecimal(line.amountMinor, currency) } } : {},
  });
  const [finding, setFinding] = useState(false);
  const accounts = useQueries({
    queries: draft.order.map((chargeAccountId) => ({
      queryKey: ['accounts', chargeAccountId],
      queryFn: () => request<AccountPage>('GET', `/accounts/${chargeAccountId}`),
    })),
  });
  const typedOf = (chargeAccountId: number) => ({
    ...NOTHING,
    ...draft.typed[chargeAccountId],
  });
  const type = (chargeAccountId: number, part: Partial<Typed>) =>
    change({
      typed: { ...draft.typed, [chargeAccountId]: { ...typedOf(chargeAccountId), ...part } },
    });
  const parts = accounts.flatMap(({ data }): Part[] =>
    data ? [toPart(data, typedOf(data.id), today, currency)] : [],
  );
  const failed = accounts.find(({ error }) => error);
  const totalMinor = parts.reduce((total, part) => total + (part.amountMinor ?? 0), 0);
  const free = ticketIsEmpty(ticket);
  const apartMinor = line ? line.amountMinor - totalMinor : 0;
  const ready =
    free &&
    totalMinor > 0 &&
    apartMinor === 0 &&
    parts.every((part) => part.ready || (parts.length > 1 && part.idle));
  // The office pays for its branches: each with what it owes, to be changed.
  const branches = parts.flatMap(({ account }) =>
    account.branches.filter(
      ({ id: branch, balanceMinor }) => balanceMinor > 0 && !draft.order.includes(branch),
    ),
  );
  const addBranches = () =>
    change({
      order: [...draft.order, ...branches.map((branch) => branch.id)],
      typed: {
        ...draft.typed,
        ...Object.fromEntries(
          branches.map(({ id: branch, balanceMinor }) => [
            branch,
            { ...NOTHING, amount: toDecimal(balanceMinor, currency) },
          ]),
        ),
      },
    });
  const pay = () => {
    if (!ready) return;
    const extras = parts.flatMap((part): AccountPayment[] =>
      part.amountMinor === null ? [] : [toPayment(part)],
    );
    const { id: customerId, number, name, phone, ...customer } = parts[0]!.account.customer;
    const { kind, priceKind, taxCodeId, exemption, departmentId } = customer;
    drop();
    ticket.begin({
      extras,
      accountNames: Object.fromEntries(parts.map(({ account }) => [account.id, account.name])),
      statementLine: line,
      customer: {
        id: customerId,
        number,
        name,
        phone,
        kind,
        priceKind,
        taxCodeId,
        exemption,
        departmentId,
      },
    });
    router.push('/counter/pay');
  };
  return (
    <Screen
      eyebrow={
        draft.order.length > 1 ? t('payment.together', { count: draft.order.length }) : ''
      }
      title={t('payment.title')}
      back={`/accounts/${id}`}
      footer={
        <>
          {free ? null : <Body tone="waiting">{t('orders.ticketUnderWay')}</Body>}
          {apartMinor === 0 ? null : (
            <Body tone="waiting">{t('payment.apart', { amount: money(apartMinor) })}</Body>
          )}
          <Button
            kind="primary"
            big
            disabled={!ready}
            label={t('payment.pay', { amount: money(totalMinor) })}
            onPress={pay}
          />
        </>
      }
    >
      <Column gap="$4" paddingBottom="$5">
        {line ? (
          <Body paddingHorizontal="$4" tone="home">
            {t('counter.transferLine', { date: dates.day(line.date), text: line.text })}
          </Body>
        ) : null}
        {failed ? (
          <ReadFailed error={failed.error} again={() => void failed.refetch()} />
        ) : parts.length < draft.order.length ? (
          <Loading />
        ) : (
          parts.map((part, i) => (
            <PaymentPart
              key={part.account.id}
              part={part}
              first={i === 0}
              today={today}
              onType={(typed) => type(part.account.id, typed)}
              onRemove={
                draft.order.length > 1
                  ? () =>
                      change({
                        order: draft.order.filter((one) => one !== part.account.id),
                      })
                  : undefined
              }
            />
          ))
        )}
        <Line paddingHorizontal="$4" gap="$2" flexWrap="wrap">
          {branches.length && !line ? (
            <Button
              label={t('payment.branches', { count: branches.length })}
              onPress={() => addBranches()}
            />
          ) : null}
          <Button label={t('payment.another')} onPress={() => setFinding(true)} />
        </Line>
      </Column>
      {finding ? (
        <FindAccount
          title={t('payment.another')}
          fits={({ id }) => !draft.order.includes(id)}
          onClose={() => setFinding(false)}
          onChoose={(found) => {
            change({ order: [...draft.order, found.id] });
            setFinding(false);
          }}
        />
      ) : null}
    </Screen>
  );
}
