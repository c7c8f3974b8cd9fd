import type {
  AccountInput,
  AccountPage,
  ChangeAccount,
  CloseAccount,
  CustomerFound,
  OpenAccount,
} from '@abacist/contracts';
import { costOfNotTaking, termsRefusals } from '@abacist/core/accounts';
import type { CustomerKind } from '@abacist/core/customers';
import { parseAmount, toDecimal } from '@abacist/core/money';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useDraft } from '~/api/draft';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useCounterSettings } from '~/features/ticket';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Select } from '~/ui/Select';
import { Body, Heading } from '~/ui/Text';
import { useAccount, useAccountList } from './useAccounts';

/** An account as it is typed. */
type Draft = {
  holder: CustomerFound | null;
  name: string;
  kind: CustomerKind;
  phone: string;
  email: string;
  address: string;
  limit: string;
  groupLimit: string;
  netDays: string;
  endOfMonth: boolean;
  discountPercent: string;
  discountDays: string;
  graceDays: string;
  statementDay: string;
  buyersOnly: boolean;
  buyers: string;
  parentId: string;
  departmentId: string;
  note: string;
  hold: string;
};

const FRESH: Draft = {
  holder: null,
  name: '',
  kind: 'firm',
  phone: '',
  email: '',
  address: '',
  limit: '',
  groupLimit: '',
  netDays: '30',
  endOfMonth: false,
  discountPercent: '0',
  discountDays: '0',
  graceDays: '',
  statementDay: '1',
  buyersOnly: false,
  buyers: '',
  parentId: '',
  departmentId: '',
  note: '',
  hold: '',
};

/** Opens an account: whose it is, how much, for how long; a manager approves it. */
export function NewAccountScreen({ customerId }: { customerId: number | null }) {
  const t = useWords();
  const customer = useQuery({
    queryKey: ['customers', customerId],
    queryFn: () => request<CustomerFound>('GET', `/customers/${customerId}`),
    enabled: customerId !== null,
  });
  return (
    <Screen title={t('accounts.add')} back="/accounts">
      {customerId === null ? (
        <New holder={null} />
      ) : (
        <Query of={customer}>{(found) => <New holder={found} />}</Query>
      )}
    </Screen>
  );
}

function New({ holder }: { holder: CustomerFound | null }) {
  const t = useWords();
  const [draft, change, drop] = useDraft<Draft>('account.new', { ...FRESH, holder });
  const [tried, setTried] = useState(false);
  const read = useInput(draft);
  const open = useCommand<OpenAccount, AccountPage>('/accounts', ({ id }) => {
    drop();
    router.replace(`/accounts/${id}` as never);
  });
  const unnamed = !draft.holder && !draft.name.trim();
  const submit = () => {
    setTried(true);
    if (unnamed || !read.input || open.isPending) return;
    const { name, kind, phone, email, address } = draft;
    open.mutate({
      holder: draft.holder ? { id: draft.holder.id } : { name, kind, phone, email, address },
      account: read.input,
    });
  };
  return (
    <Column gap="$4" paddingHorizontal="$4" paddingBottom="$5">
      <Holder draft={draft} change={change} missing={tried && unnamed} />
      <Fields
        draft={draft}
        change={change}
        errors={read.errors}
        tried={tried}
        onSubmit={submit}
      />
      <ErrorNote error={open.error} />
      <Button
        kind="primary"
        big
        disabled={open.isPending}
        label={t('accounts.open')}
        onPress={submit}
      />
    </Column>
  );
}

/** Who holds it: found among the customers, or typed. */
function Holder({
  draft,
  change,
  missing,
}: {
  draft: Draft;
  change: (part: Partial<Draft>) => void;
  missing: boolean;
}) {
  const t = useWords();
  const found = useQuery({
    queryKey: ['customers', draft.name.trim()],
    queryFn: () =>
      request<{ customers: CustomerFound[] }>(
        'GET',
        `/customers?text=${encodeURIComponent(draft.name.trim())}`,
      ),
    enabled: draft.name.trim() !== '',
    placeholderData: keepPreviousData,
  });
  const customers = draft.name.trim() ? (found.data?.customers ?? []).slice(0, 5) : [];
  if (draft.holder) {
    return (
      <Line gap="$3" justifyContent="space-between">
        <Column flex={1} minWidth={0}>
          <Body small tone="faded">
            {t('accounts.holder')}
          </Body>
          <Heading size="section">{draft.holder.name}</Heading>
        </Column>
        <Button
          label={t('onAccount.another')}
          onPress={() => change({ holder: null, name: '' })}
        />
      </Line>
    );
  }
  const text = (place: 'phone' | 'email' | 'address', most: number) => (
    <Field
      label={t(`customers.${place}`)}
      value={draft[place]}
      onChange={(value) => change({ [place]: value })}
      maxLength={most}
    />
  );
  return (
    <Column gap="$3">
      <Field
        label={t('accounts.holder')}
        value={draft.name}
        onChange={(name) => change({ name })}
        maxLength={120}
        autoFocus
        error={missing ? t('refusal.customer_name') : undefined}
      />
      {customers.length ? (
        <Sheet role="group" aria-label={t('customers.title')}>
          {customers.map((customer) => (
            <Button
              key={customer.id}
              kind="plain"
              label={[customer.name, customer.number].join(' · ')}
              onPress={() => change({ holder: customer })}
            />
          ))}
        </Sheet>
      ) : null}
      {draft.name.trim() ? (
        <>
          <Body small tone="faded">
            {t('accounts.holderNew')}
          </Body>
          <Choice
            label={t('customers.kind')}
            value={draft.kind}
            options={(['firm', 'person'] as const).map((value) => ({
              value,
              label: t(`customers.kind_${value}`),
            }))}
            onChange={(kind) => change({ kind })}
          />
          {text('phone', 40)}
          {text('email', 120)}
          {text('address', 300)}
        </>
      ) : null}
    </Column>
  );
}

/** Changes an account; what lends more asks for a manager. */
export function ChangeAccountScreen({ id }: { id: number }) {
  const t = useWords();
  const account = useAccount(id);
  return (
    <Screen
      eyebrow={account.data?.name ?? ''}
      title={t('accounts.edit')}
      back={`/accounts/${id}`}
    >
      <Query of={account}>{(found) => <Change key={found.version} account={found} />}</Query>
    </Screen>
  );
}

function Change({ account }: { account: AccountPage }) {
  const t = useWords();
  const { currency } = useShop();
  const { id, version } = account;
  const [draft, change, drop] = useDraft<Draft>(
    `account.${id}.${version}`,
    toDraft(account.account, currency),
  );
  const [tried, setTried] = useState(false);
  const read = useInput(draft);
  const done = () => {
    drop();
    router.replace(`/accounts/${id}` as never);
  };
  const save = useCommand<ChangeAccount, AccountPage>(`/accounts/${id}`, done);
  const close = useCommand<CloseAccount, AccountPage>(`/accounts/${id}/close`, done);
  const submit = () => {
    setTried(true);
    if (!read.input || save.isPending) return;
    save.mutate({ account: read.input, version });
  };
  return (
    <Column gap="$4" paddingHorizontal="$4" paddingBottom="$5">
      <Fields
        draft={draft}
        change={change}
        errors={read.errors}
        tried={tried}
        onSubmit={submit}
        own={id}
        whole
      />
      <ErrorNote error={save.error ?? close.error} />
      <Button
        kind="primary"
        big
        disabled={save.isPending}
        label={t('accounts.save')}
        onPress={submit}
      />
      <Button
        label={t('accounts.close')}
        disabled={close.isPending}
        onPress={() => close.mutate({ version })}
      />
    </Column>
  );
}

const toDraft = (account: AccountInput, currency: string): Draft => ({
  ...FRESH,
  limit: account.limitMinor === null ? '' : toDecimal(account.limitMinor, currency),
  groupLimit:
    account.groupLimitMinor === null ? '' : toDecimal(account.groupLimitMinor, currency),
  netDays: String(account.terms.netDays),
  endOfMonth: account.terms.endOfMonth,
  discountPercent: account.terms.discountPercent,
  discountDays: String(account.terms.discountDays),
  graceDays: String(account.graceDays ?? ''),
  statementDay: String(account.statementDay),
  buyersOnly: account.buyersOnly,
  buyers: account.buyers.join(', '),
  parentId: String(account.parentId ?? ''),
  departmentId: String(account.departmentId ?? ''),
  note: account.note,
  hold: account.holdReason ?? '',
});

type Errors = Partial<Record<keyof Draft, string>>;

/** What is typed as the command has it; undefined while something is wrong, and what that is. */
function useInput(draft: Draft): { input: AccountInput | undefined; errors: Errors } {
  const word = useRefusalText();
  const { currency } = useShop();
  const errors: Errors = {};
  const money = (place: 'limit' | 'groupLimit') => {
    if (!draft[place].trim()) return null;
    const read = parseAmount(draft[place], currency);
    if (!read.ok) errors[place] = word(read.refusals[0]!);
    else if (read.value < 0) errors[place] = word({ code: 'account.limitBelowZero' });
    return read.ok ? read.value : null;
  };
  const whole = (place: 'netDays' | 'discountDays' | 'statementDay') =>
    /^\d{1,3}$/.test(draft[place].trim()) ? Number(draft[place]) : NaN;
  const graceDays = draft.graceDays.trim() === '' ? null : Number(draft.graceDays);
  const input: AccountInput = {
    parentId: draft.parentId ? Number(draft.parentId) : null,
    limitMinor: money('limit'),
    groupLimitMinor: money('groupLimit'),
    terms: {
      netDays: whole('netDays'),
      endOfMonth: draft.endOfMonth,
      discountPercent: draft.discountPercent.trim() || '0',
      discountDays: whole('discountDays'),
    },
    graceDays,
    statementDay: whole('statementDay'),
    buyersOnly: draft.buyersOnly,
    buyers: [
      ...new Set(
        draft.buyers
          .split(',')
          .map((name) => name.trim())
          .filter(Boolean),
      ),
    ],
    departmentId: draft.departmentId ? Number(draft.departmentId) : null,
    note: draft.note.trim(),
    holdReason: draft.hold.trim() || null,
  };
  for (const refusal of termsRefusals(input.terms)) {
    errors[refusal.at as keyof Draft] = word(refusal);
  }
  if (!(input.statementDay >= 1 && input.statementDay <= 28)) {
    errors.statementDay = word({ code: 'account.statementDay' });
  }
  if (
    graceDays !== null &&
    !(Number.isInteger(graceDays) && graceDays >= 0 && graceDays <= 365)
  ) {
    errors.graceDays = word({ code: 'terms.days' });
  }
  return { input: Object.keys(errors).length ? undefined : input, errors };
}

/** What is decided of an account; a new one asks for the first of it only. */
function Fields({
  draft,
  change,
  errors,
  tried,
  onSubmit,
  own,
  whole,
}: {
  draft: Draft;
  change: (part: Partial<Draft>) => void;
  errors: Errors;
  tried: boolean;
  onSubmit: () => void;
  own?: number;
  whole?: boolean;
}) {
  const t = useWords();
  const settings = useCounterSettings();
  const accounts = useAccountList('', 'all', whole ?? false);
  const parents = (accounts.data?.pages.flatMap((page) => page.accounts) ?? []).filter(
    ({ id, parentName }) => id !== own && parentName === null,
  );
  type Text = { [K in keyof Draft]: Draft[K] extends string ? K : never }[keyof Draft];
  const field = (
    place: Text,
    more: { numeric?: boolean; hint?: string; most?: number } = {},
  ) => (
    <Field
      label={t(`accounts.${place}`)}
      value={draft[place] as string}
      onChange={(value) => change({ [place]: value })}
      maxLength={more.most ?? 12}
      error={tried || draft[place] !== FRESH[place] ? errors[place] : undefined}
      onSubmit={onSubmit}
      {...(more.hint && { hint: more.hint })}
      {...(more.numeric && { numeric: true })}
    />
  );
  const yesNo = (place: 'endOfMonth' | 'buyersOnly') => (
    <Column gap="$1">
      <Body small tone="faded">
        {t(`accounts.${place}`)}
      </Body>
      <Choice
        label={t(`accounts.${place}`)}
        value={draft[place] ? 'yes' : 'no'}
        options={(['no', 'yes'] as const).map((value) => ({
          value,
          label: t(`accounts.${place}_${value}`),
        }))}
        onChange={(value) => change({ [place]: value === 'yes' })}
      />
    </Column>
  );
  const cost = costOfNotTaking({
    netDays: Number(draft.netDays),
    endOfMonth: false,
    discountPercent: draft.discountPercent,
    discountDays: Number(draft.discountDays),
  });
  return (
    <Column gap="$4">
      {field('limit', { numeric: true, hint: t('accounts.limitHint') })}
      <Line gap="$3" alignItems="flex-start">
        <Column flex={1}>{field('netDays', { numeric: true, most: 3 })}</Column>
        <Column flex={1}>{field('discountPercent', { numeric: true, most: 6 })}</Column>
        <Column flex={1}>{field('discountDays', { numeric: true, most: 3 })}</Column>
      </Line>
      {cost ? (
        <Body small tone="faded">
          {t('accounts.termsCost', { percent: cost.simplePercent.toFixed(1) })}
        </Body>
      ) : null}
      {yesNo('endOfMonth')}
      {yesNo('buyersOnly')}
      {field('buyers', { hint: t('accounts.buyersHint'), most: 1000 })}
      {field('note', { most: 300 })}
      {whole ? (
        <>
          {field('hold', { hint: t('accounts.holdHint'), most: 200 })}
          <Select
            label={t('accounts.parent')}
            value={draft.parentId}
            options={[
              { value: '', label: t('accounts.parentNone') },
              ...parents.map(({ id, name }) => ({ value: String(id), label: name })),
            ]}
            onChange={(parentId) => change({ parentId })}
          />
          {field('groupLimit', { numeric: true, hint: t('accounts.groupLimitHint') })}
          {field('graceDays', { numeric: true, hint: t('accounts.graceHint'), most: 3 })}
          {field('statementDay', {
            numeric: true,
            hint: t('accounts.statementDayHint'),
            most: 2,
          })}
          <Select
            label={t('accounts.department')}
            value={draft.departmentId}
            options={[
              { value: '', label: t('accounts.departmentNone') },
              ...(settings.data?.departments ?? []).map(({ id, name }) => ({
                value: String(id),
                label: name,
              })),
            ]}
            onChange={(departmentId) => change({ departmentId })}
          />
        </>
      ) : null}
    </Column>
  );
}
