import type { AccountList, DeskPaymentsAnswer, DeskPaymentsCommand } from '@abacist/contracts';
import { typedOf, type DeskAsk } from '@abacist/core/typedTenders';
import { useQuery } from '@tanstack/react-query';
import { Fragment, useState, type ReactNode } from 'react';
import { newKey, useCommand } from '~/api/command';
import { useDraft } from '~/api/draft';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useCounterSettings } from '~/features/catalogue';
import { router } from '~/router';
import { useWords } from '~/i18n';
import { useAmountError } from '~/i18n/useAmountError';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Check } from '~/ui/Check';
import { Choice } from '~/ui/Choice';
import { DateField } from '~/ui/DateField';
import { Field } from '~/ui/Field';
import { Money } from '~/ui/Money';
import { Empty, ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';
import {
  deskTenders,
  differenceOf,
  emptyDraft,
  emptyPayment,
  tenderOf,
  toCommand,
  type DeskDraft,
  type TypedPayment,
  type DeskTender,
} from './draft';
import { Unknown } from './Unknown';

/** Payments that came by post or to the bank: the total first, then each of them until nothing is left. */
export function DeskPaymentsScreen() {
  const settings = useCounterSettings();
  return (
    <Query of={settings}>
      {({ tenders, bankAccounts }) => (
        <Desk tenders={deskTenders(tenders)} bankAccounts={bankAccounts} />
      )}
    </Query>
  );
}

function Desk({
  tenders,
  bankAccounts,
}: {
  tenders: readonly DeskTender[];
  bankAccounts: { id: number; name: string }[];
}) {
  const t = useWords();
  const { name, currency, today } = useShop();
  const [first] = useState(newKey);
  const [draft, change, drop] = useDraft<DeskDraft>('deskPayments', emptyDraft(first));
  const [done, setDone] = useState<DeskPaymentsAnswer | null>(null);
  const [bank] = bankAccounts;
  const command =
    bank && toCommand(draft, { today, bankAccountId: bank.id, tenders }, currency);
  const post = useCommand<DeskPaymentsCommand, DeskPaymentsAnswer>(
    '/desk-payments',
    (answer) => {
      setDone(answer);
      change(emptyDraft(newKey()));
      drop();
    },
  );
  const send = () => {
    if (command && !post.isPending) post.mutate(command);
  };
  const differenceMinor = differenceOf(draft, currency);
  const put = (id: string, part: Partial<TypedPayment>) =>
    change({
      payments: draft.payments.map((one) => (one.id === id ? { ...one, ...part } : one)),
    });
  if (!bank) {
    return (
      <Screen title={t('deskPayments.title')} back="/accounts">
        <Empty title={t('deskPayments.title')} text={t('deskPayments.noBank')} />
      </Screen>
    );
  }
  return (
    <Screen
      eyebrow={name}
      title={t('deskPayments.title')}
      back="/accounts"
      footer={
        <>
          <ErrorNote error={post.error} />
          <Line justifyContent="space-between" gap="$3">
            <Body>{t('deskPayments.difference')}</Body>
            <Money
              minor={differenceMinor}
              strong
              tone={differenceMinor === 0 ? 'home' : 'loose'}
            />
          </Line>
          <Button
            kind="primary"
            big
            disabled={!command || post.isPending}
            label={t('deskPayments.post', { count: draft.payments.length })}
            onPress={send}
          />
        </>
      }
    >
      <Column gap="$4" paddingBottom="$5">
        {done ? <Done answer={done} /> : null}
        <Unknown />
        <Head draft={draft} bankAccounts={bankAccounts} change={change} />
        {draft.payments.map((payment, i) => (
          <Payment
            key={payment.id}
            at={i + 1}
            payment={payment}
            only={draft.payments.length === 1}
            tenders={tenders}
            onChange={(part) => put(payment.id, part)}
            onRemove={() =>
              change({ payments: draft.payments.filter(({ id }) => id !== payment.id) })
            }
          />
        ))}
        <Line paddingHorizontal="$4">
          <Button
            label={t('deskPayments.add')}
            disabled={draft.payments.length >= 100}
            onPress={() =>
              change({
                payments: [
                  ...draft.payments,
                  emptyPayment(newKey(), draft.payments.at(-1)?.tenderId),
                ],
              })
            }
          />
        </Line>
        <Sheet>
          <Check on={draft.slip} onToggle={() => change({ slip: !draft.slip })}>
            <Body>{t('deskPayments.slip')}</Body>
          </Check>
        </Sheet>
        {draft.slip ? (
          <Column paddingHorizontal="$4">
            <Field
              label={t('safe.reference')}
              value={draft.bankReference}
              onChange={(bankReference) => change({ bankReference })}
              maxLength={40}
            />
          </Column>
        ) : null}
        <Body small tone="faded" paddingHorizontal="$4">
          {t('deskPayments.hint')}
        </Body>
      </Column>
    </Screen>
  );
}

/** What was posted: each receipt is a tap away. */
function Done({ answer: { receipts, slip } }: { answer: DeskPaymentsAnswer }) {
  const t = useWords();
  return (
    <Column gap="$2" paddingHorizontal="$4">
      <Body tone="home" strong role="status">
        {slip
          ? t('deskPayments.doneSlip', { count: receipts.length, slip })
          : t('deskPayments.done', { count: receipts.length })}
      </Body>
      <Line gap="$2" flexWrap="wrap">
        {receipts.map(({ saleId, number }) => (
          <Button
            key={saleId}
            label={number}
            onPress={() => router.push(`/sales/${saleId}` as never)}
          />
        ))}
      </Line>
    </Column>
  );
}

function Head({
  draft,
  bankAccounts,
  change,
}: {
  draft: DeskDraft;
  bankAccounts: { id: number; name: string }[];
  change: (part: Partial<DeskDraft>) => void;
}) {
  const t = useWords();
  const { today } = useShop();
  const wrong = useAmountError();
  return (
    <Column gap="$3" paddingHorizontal="$4">
      {bankAccounts.length > 1 ? (
        <Select
          label={t('acts.bankAccount')}
          value={String(draft.bankAccountId ?? bankAccounts[0]!.id)}
          options={bankAccounts.map(({ id, name }) => ({ value: String(id), label: name }))}
          onChange={(id) => change({ bankAccountId: Number(id) })}
        />
      ) : null}
      <DateField
        label={t('deskPayments.date')}
        value={draft.date || today}
        onChange={(date) => change({ date })}
      />
      <Field
        label={t('deskPayments.total')}
        value={draft.total}
        onChange={(total) => change({ total })}
        numeric
        big
        autoFocus
        error={wrong(draft.total)}
      />
    </Column>
  );
}

function Payment({
  at,
  payment,
  only,
  tenders,
  onChange,
  onRemove,
}: {
  at: number;
  payment: TypedPayment;
  only: boolean;
  tenders: readonly DeskTender[];
  onChange: (part: Partial<TypedPayment>) => void;
  onRemove: () => void;
}) {
  const t = useWords();
  const wrong = useAmountError();
  const tender = tenderOf(payment, tenders);
  const asks = tender ? (typedOf(tender.kind).atDesk?.asks ?? []) : [];
  const fields: Record<DeskAsk, ReactNode> = {
    number: (
      <Field
        label={t('deskPayments.number')}
        value={payment.number}
        onChange={(number) => onChange({ number })}
        maxLength={20}
      />
    ),
    dated: (
      <DateField
        label={t('deskPayments.dated')}
        value={payment.dated}
        onChange={(dated) => onChange({ dated })}
        hint={t('deskPayments.datedHint')}
      />
    ),
    reference: (
      <Field
        label={t('deskPayments.reference')}
        value={payment.reference}
        onChange={(reference) => onChange({ reference })}
        maxLength={40}
      />
    ),
  };
  return (
    <Sheet role="group" aria-label={t('deskPayments.one', { at })}>
      <Column gap="$3" padding="$4">
        <Line justifyContent="space-between">
          <Body strong>{t('deskPayments.one', { at })}</Body>
          {only ? null : (
            <Button label={t('deskPayments.remove', { at })} onPress={onRemove} />
          )}
        </Line>
        <Payer payment={payment} onChange={onChange} />
        <Choice
          label={t('deskPayments.way')}
          value={String(tender?.id ?? '')}
          options={tenders.map(({ id, name }) => ({ value: String(id), label: name }))}
          onChange={(id) => onChange({ tenderId: Number(id) })}
        />
        <Field
          label={t('deskPayments.amount')}
          value={payment.amount}
          onChange={(amount) => onChange({ amount })}
          numeric
          error={wrong(payment.amount)}
        />
        {asks.map((ask) => (
          <Fragment key={ask}>{fields[ask]}</Fragment>
        ))}
        {payment.account?.id === null ? null : (
          <Check tight on={payment.later} onToggle={() => onChange({ later: !payment.later })}>
            <Body>{t('deskPayments.later')}</Body>
          </Check>
        )}
      </Column>
    </Sheet>
  );
}

/** Who pays, found by a part of the name; what he owes stands beside each. */
function Payer({
  payment: { account },
  onChange,
}: {
  payment: TypedPayment;
  onChange: (part: Partial<TypedPayment>) => void;
}) {
  const t = useWords();
  const [text, setText] = useState('');
  const found = useQuery({
    queryKey: ['accounts', 'payer', text.trim()],
    queryFn: () =>
      request<AccountList>('GET', `/accounts?text=${encodeURIComponent(text.trim())}`),
    enabled: account === null && text.trim().length > 0,
  });
  if (account) {
    return (
      <Line justifyContent="space-between" gap="$3">
        <Column flex={1} minWidth={0}>
          <Body strong>{account.name}</Body>
          {account.id === null ? (
            <Body small tone="waiting">
              {t('deskPayments.waits')}
            </Body>
          ) : null}
        </Column>
        <Button
          label={t('deskPayments.other')}
          onPress={() => {
            setText('');
            onChange({ account: null });
          }}
        />
      </Line>
    );
  }
  return (
    <Column gap="$2">
      <Field
        label={t('deskPayments.payer')}
        value={text}
        onChange={setText}
        maxLength={80}
        hint={t('deskPayments.payerHint')}
      />
      {(found.data?.accounts ?? []).slice(0, 5).map(({ id, name, balanceMinor }) => (
        <Line key={id} justifyContent="space-between" gap="$3">
          <Button label={name} onPress={() => onChange({ account: { id, name } })} />
          <Money minor={balanceMinor} tone="faded" />
        </Line>
      ))}
      {found.data?.accounts.length === 0 ? (
        <Body small tone="loose">
          {t('deskPayments.nobody')}
        </Body>
      ) : null}
      {text.trim().length > 1 ? (
        <Line>
          <Button
            kind="plain"
            label={t('deskPayments.unknown', { name: text.trim() })}
            onPress={() => onChange({ account: { id: null, name: text.trim() } })}
          />
        </Line>
      ) : null}
    </Column>
  );
}
