import type { CounterRuleSettings } from '@abacist/contracts';
import { parseAmount, toDecimal } from '@abacist/core/money';
import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { useCommand } from '~/api/command';
import { useDraft } from '~/api/draft';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body, Heading } from '~/ui/Text';

/** How the counter takes goods back, how far prices move, what orders and cards may do. */
export function RulesScreen() {
  const t = useWords();
  const rules = useQuery({
    queryKey: ['counter-rules'],
    queryFn: () => request<CounterRuleSettings>('GET', '/counter-rules'),
  });
  const [saved, setSaved] = useState(false);
  return (
    <Screen title={t('rules.title')} back="/books/shop">
      {saved ? (
        <Body tone="home" strong role="status" paddingHorizontal="$4" paddingBottom="$3">
          {t('rules.saved')}
        </Body>
      ) : null}
      <Query of={rules}>
        {(data) => <Form key={data.version} rules={data} onSaved={() => setSaved(true)} />}
      </Query>
    </Screen>
  );
}

const DAYS = ['returnDays', 'creditDays', 'creditWarnDays', 'quotationDays'] as const;
const PERCENTS = ['restockingPercent', 'clerkPercent', 'bookkeeperPercent'] as const;
type Texts = Record<
  | (typeof DAYS)[number]
  | (typeof PERCENTS)[number]
  | 'approvalAbove'
  | 'voucherDays'
  | 'cashBackMax',
  string
>;
type Draft = Texts &
  Pick<
    CounterRuleSettings,
    'restockingTaxed' | 'originalTendersFirst' | 'prepaymentTax' | 'tips'
  >;

function draftOf(rules: CounterRuleSettings, currency: string): Draft {
  const amount = (minor: number | null) => (minor === null ? '' : toDecimal(minor, currency));
  return {
    ...rules,
    returnDays: String(rules.returnDays),
    creditDays: String(rules.creditDays),
    creditWarnDays: String(rules.creditWarnDays),
    quotationDays: String(rules.quotationDays),
    voucherDays: rules.voucherDays === null ? '' : String(rules.voucherDays),
    approvalAbove: amount(rules.approvalAboveMinor),
    cashBackMax: amount(rules.cashBackMaxMinor),
  };
}

function Form({ rules, onSaved }: { rules: CounterRuleSettings; onSaved: () => void }) {
  const t = useWords();
  const word = useRefusalText();
  const { currency } = useShop();
  const [draft, change, drop] = useDraft<Draft>(
    `rules.${rules.version}`,
    draftOf(rules, currency),
  );
  const save = useCommand<CounterRuleSettings, CounterRuleSettings>('/counter-rules', () => {
    drop();
    onSaved();
  });
  const wrong = errorsOf(draft, currency, {
    days: t('rules.wholeDays'),
    percent: t('rules.percent'),
    amount: (text) => {
      const read = parseAmount(text, currency);
      return read.ok ? t('refusal.tender_notPositive') : word(read.refusals[0]!);
    },
  });
  const field = (place: keyof Texts, optional = false) => (
    <Field
      label={t(`rules.${place}`)}
      {...(optional && { hint: t(`rules.${place}Hint`) })}
      value={draft[place]}
      onChange={(text) => change({ [place]: text })}
      numeric
      maxLength={14}
      error={wrong[place]}
    />
  );
  const choice = (
    place: 'restockingTaxed' | 'originalTendersFirst' | 'tips',
    label = t(`rules.${place}`),
  ) => (
    <Choice
      label={label}
      value={draft[place] ? 'yes' : 'no'}
      options={[
        { value: 'yes', label: t(`rules.${place}_yes`) },
        { value: 'no', label: t(`rules.${place}_no`) },
      ]}
      onChange={(value) => change({ [place]: value === 'yes' })}
    />
  );
  const submit = () => {
    if (Object.keys(wrong).length || save.isPending) return;
    save.mutate(settingsOf(draft, rules.version, currency));
  };
  return (
    <Column gap="$4" paddingHorizontal="$4" paddingBottom="$5">
      <Heading size="section">{t('rules.returns')}</Heading>
      <Pair left={field('returnDays')} right={field('approvalAbove', true)} />
      <Pair left={field('restockingPercent')} right={field('creditDays')} />
      {choice('restockingTaxed')}
      {choice('originalTendersFirst')}
      {field('creditWarnDays')}
      <Heading size="section">{t('rules.prices')}</Heading>
      <Pair left={field('clerkPercent')} right={field('bookkeeperPercent')} />
      <Heading size="section">{t('rules.orders')}</Heading>
      <Choice
        label={t('rules.prepaymentTax')}
        value={draft.prepaymentTax}
        options={[
          { value: 'atSale', label: t('rules.atSale') },
          { value: 'atReceipt', label: t('rules.atReceipt') },
        ]}
        onChange={(prepaymentTax) => change({ prepaymentTax })}
      />
      <Pair left={field('quotationDays')} right={field('voucherDays', true)} />
      <Heading size="section">{t('rules.cards')}</Heading>
      {choice('tips')}
      {field('cashBackMax', true)}
      <ErrorNote error={save.error} />
      <Button
        kind="primary"
        big
        disabled={Object.keys(wrong).length > 0 || save.isPending}
        label={t('rules.save')}
        onPress={submit}
      />
    </Column>
  );
}

function Pair({ left, right }: { left: ReactNode; right: ReactNode }) {
  return (
    <Line gap="$3" alignItems="flex-start">
      <Column flex={1}>{left}</Column>
      <Column flex={1}>{right}</Column>
    </Line>
  );
}

function errorsOf(
  draft: Draft,
  currency: string,
  words: { days: string; percent: string; amount: (text: string) => string },
): Partial<Record<keyof Texts, string>> {
  const wrong: Partial<Record<keyof Texts, string>> = {};
  const isDays = (text: string) => /^\d{1,5}$/.test(text.trim()) && Number(text) <= 36_500;
  for (const place of DAYS) if (!isDays(draft[place])) wrong[place] = words.days;
  if (draft.voucherDays.trim() && !isDays(draft.voucherDays)) wrong.voucherDays = words.days;
  for (const place of PERCENTS) {
    if (!/^(100(\.0{1,3})?|\d{1,2}(\.\d{1,3})?)$/.test(draft[place].trim())) {
      wrong[place] = words.percent;
    }
  }
  for (const place of ['approvalAbove', 'cashBackMax'] as const) {
    const text = draft[place].trim();
    const read = parseAmount(text, currency);
    const least = place === 'cashBackMax' ? 1 : 0;
    if (text && (!read.ok || read.value < least)) wrong[place] = words.amount(text);
  }
  return wrong;
}

/** The draft as settings; call it only when `errorsOf` finds nothing. */
function settingsOf(draft: Draft, version: number, currency: string): CounterRuleSettings {
  const amount = (text: string) => {
    const read = parseAmount(text.trim(), currency);
    return text.trim() && read.ok ? read.value : null;
  };
  return {
    version,
    returnDays: Number(draft.returnDays),
    creditDays: Number(draft.creditDays),
    creditWarnDays: Number(draft.creditWarnDays),
    quotationDays: Number(draft.quotationDays),
    voucherDays: draft.voucherDays.trim() ? Number(draft.voucherDays) : null,
    restockingPercent: draft.restockingPercent.trim(),
    clerkPercent: draft.clerkPercent.trim(),
    bookkeeperPercent: draft.bookkeeperPercent.trim(),
    restockingTaxed: draft.restockingTaxed,
    originalTendersFirst: draft.originalTendersFirst,
    prepaymentTax: draft.prepaymentTax,
    tips: draft.tips,
    approvalAboveMinor: amount(draft.approvalAbove),
    cashBackMaxMinor: amount(draft.cashBackMax),
  };
}
