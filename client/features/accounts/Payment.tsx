import type { AccountPage, LineTrail } from '@abacist/contracts';
import { namedCharges, proposeAllocation, type Proposal } from '@abacist/core/accounts';
import { parseAmount, toDecimal } from '@abacist/core/money';
import type { AccountPayment } from '@abacist/core/sales';
import { useQueries, useQuery } from '@tanstack/react-query';
import X from 'lucide-react-native/icons/x';
import { router } from 'expo-router';
import { useState } from 'react';
import { useDraft } from '~/api/draft';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { ticketIsEmpty, useTicket } from '~/features/ticket';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Check } from '~/ui/Check';
import { Field } from '~/ui/Field';
import { Money, useMoney } from '~/ui/Money';
import { Loading, ReadFailed } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body, Heading } from '~/ui/Text';
import { Allocations } from './Allocations';
import { FindAccount } from './FindAccount';
import { givenOut, grantsLate, toAllocations, type Given, type Shown } from './given';

/** What a person typed for one account of a payment. */
type Typed = {
  amount: string;
  named: string;
  given: Given;
  /** Open credits that are used beside the payment. */
  credits: number[];
  keep: boolean;
  reason: string;
};
const NOTHING: Typed = {
  amount: '',
  named: '',
  given: {},
  credits: [],
  keep: false,
  reason: '',
};
type Draft = { order: number[]; typed: Record<number, Typed> };

/** One account of a payment: what it gets and to which charges that goes. */
type Part = {
  account: AccountPage;
  typed: Typed;
  amountMinor: number | null;
  proposal: Proposal;
  shown: Shown;
  /** Below zero: more is given out than is paid. */
  overMinor: number;
  late: boolean;
  ready: boolean;
  /** Nothing is paid on it. */
  idle: boolean;
};

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
    queries: draft.order.map((accountId) => ({
      queryKey: ['accounts', accountId],
      queryFn: () => request<AccountPage>('GET', `/accounts/${accountId}`),
    })),
  });
  const typedOf = (accountId: number) => draft.typed[accountId] ?? NOTHING;
  const type = (accountId: number, part: Partial<Typed>) =>
    change({ typed: { ...draft.typed, [accountId]: { ...typedOf(accountId), ...part } } });
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
            <PartOf
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

function toPart(account: AccountPage, typed: Typed, today: string, currency: string): Part {
  const read = parseAmount(typed.amount || '0', currency);
  const amountMinor = read.ok && read.value > 0 ? read.value : null;
  const charges = account.items.filter(({ leftMinor }) => leftMinor > 0);
  const creditMinor = account.items
    .filter(({ id }) => typed.credits.includes(id))
    .reduce((total, { leftMinor }) => total - leftMinor, 0);
  const proposal: Proposal =
    amountMinor === null
      ? { by: 'oldestFirst', allocations: [], overMinor: 0 as never }
      : proposeAllocation(amountMinor + creditMinor, charges, {
          date: today,
          rules: account,
          named: namedCharges(typed.named, charges),
        });
  const shown = givenOut(typed.given, proposal, currency);
  // The payment goes first: what is over of it is asked about, what is over of a credit stays.
  const paidOver = (amountMinor ?? 0) - shown.totalMinor;
  const overMinor = paidOver >= 0 ? paidOver : Math.min(0, paidOver + creditMinor);
  const late = grantsLate(shown, charges, today);
  const ready =
    amountMinor !== null &&
    shown.ok &&
    (overMinor === 0 || (overMinor > 0 && typed.keep)) &&
    (!late || typed.reason.trim() !== '');
  const idle = typed.amount.trim() === '';
  return { account, typed, amountMinor, proposal, shown, overMinor, late, ready, idle };
}

const toPayment = ({ account, amountMinor, shown, typed }: Part): AccountPayment => ({
  kind: 'accountPayment',
  accountId: account.id,
  amountMinor: amountMinor!,
  allocations: toAllocations(shown),
  ...(typed.credits.length > 0 && { credits: typed.credits }),
  keepCredit: typed.keep,
  reason: typed.reason.trim(),
});

function PartOf({
  part,
  first,
  today,
  onType,
  onRemove,
}: {
  part: Part;
  first: boolean;
  today: string;
  onType: (typed: Partial<Typed>) => void;
  onRemove: (() => void) | undefined;
}) {
  const t = useWords();
  const word = useRefusalText();
  const money = useMoney();
  const { currency } = useShop();
  const { account, typed, amountMinor, proposal, shown, overMinor, late } = part;
  const read = parseAmount(typed.amount || '0', currency);
  const charges = account.items.filter(({ leftMinor }) => leftMinor > 0);
  const credits = account.items.filter(({ leftMinor }) => leftMinor < 0);
  const toggle = (id: number) =>
    onType({
      credits: typed.credits.includes(id)
        ? typed.credits.filter((one) => one !== id)
        : [...typed.credits, id],
      given: {},
    });
  return (
    <Column gap="$3">
      <Line paddingHorizontal="$4" gap="$3" justifyContent="space-between">
        <Heading size="section">{account.name}</Heading>
        <Line gap="$2">
          <Body tone="faded">{t('accounts.owes')}</Body>
          <Money minor={account.balanceMinor} strong />
          {onRemove ? (
            <Button
              kind="plain"
              icon={X}
              iconOnly
              label={t('payment.removeAccount', { name: account.name })}
              onPress={onRemove}
            />
          ) : null}
        </Line>
      </Line>
      <Line paddingHorizontal="$4" gap="$3" alignItems="flex-start">
        <Column flex={1}>
          <Field
            label={t('payment.amount')}
            value={typed.amount}
            onChange={(amount) => onType({ amount, given: {}, keep: false })}
            numeric
            big
            autoFocus={first}
            error={typed.amount && !read.ok ? word(read.refusals[0]!) : undefined}
          />
        </Column>
        {charges.length > 1 ? (
          <Column flex={1}>
            <Field
              label={t('payment.named')}
              hint={t('payment.namedHint')}
              value={typed.named}
              onChange={(named) => onType({ named, given: {} })}
              maxLength={200}
            />
          </Column>
        ) : null}
      </Line>
      {charges.length > 0 && credits.length > 0 ? (
        <Sheet role="group" aria-label={t('payment.credits')}>
          {credits.map((credit) => (
            <Check
              key={credit.id}
              on={typed.credits.includes(credit.id)}
              onToggle={() => toggle(credit.id)}
            >
              <Body flex={1} textAlign="left">
                {t('payment.useCredit', { number: credit.number })}
              </Body>
              <Money minor={-credit.leftMinor} />
            </Check>
          ))}
        </Sheet>
      ) : null}
      {charges.length === 0 ? (
        <Body paddingHorizontal="$4" tone="faded">
          {t('payment.none')}
        </Body>
      ) : amountMinor === null ? null : (
        <Body paddingHorizontal="$4" tone="faded" role="status">
          {t(shown.byHand ? 'payment.byHand' : `payment.by_${proposal.by}`)}
        </Body>
      )}
      {charges.length ? (
        <Allocations
          charges={charges}
          shown={shown}
          paidOn={today}
          onChange={(given) => onType({ given: { ...typed.given, ...given } })}
        />
      ) : null}
      {late ? (
        <Column paddingHorizontal="$4">
          <Field
            label={t('payment.reason')}
            value={typed.reason}
            onChange={(reason) => onType({ reason })}
            maxLength={200}
          />
        </Column>
      ) : null}
      {amountMinor !== null && overMinor !== 0 ? (
        <SheetRow backgroundColor="$sheet">
          <Body tone={overMinor < 0 ? 'loose' : 'ink'}>
            {t(overMinor < 0 ? 'payment.short' : 'payment.over')}
          </Body>
          <Money minor={Math.abs(overMinor)} strong tone={overMinor < 0 ? 'loose' : 'ink'} />
        </SheetRow>
      ) : null}
      {overMinor > 0 && amountMinor !== null ? (
        <Check on={typed.keep} onToggle={() => onType({ keep: !typed.keep })}>
          <Body flex={1} textAlign="left">
            {t('payment.keep', { amount: money(overMinor) })}
          </Body>
        </Check>
      ) : null}
    </Column>
  );
}
