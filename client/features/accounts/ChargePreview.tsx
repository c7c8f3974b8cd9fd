import type { AccountPage, ChargePreview as Preview } from '@abacist/contracts';
import { parseAmount } from '@abacist/core/money';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates, useNumbers } from '~/i18n/useFormat';
import { useRefusalText } from '~/i18n/useRefusal';
import { Column, Line, Sheet } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { Money } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';
import { Section } from '~/ui/Section';

/** What would happen if an amount were charged now. */
export function ChargePreview({ account }: { account: AccountPage }) {
  const t = useWords();
  const word = useRefusalText();
  const { currency } = useShop();
  const [text, setText] = useState('');
  const amount = parseAmount(text || '0', currency);
  const minor = amount.ok && amount.value > 0 ? amount.value : null;
  const preview = useChargePreview(account.id, minor);
  return (
    <Section title={t('accounts.charge')}>
      <Sheet>
        <Column padding="$4" gap="$3">
          <Field
            label={t('accounts.chargeAmount')}
            value={text}
            onChange={setText}
            numeric
            error={text && !amount.ok ? word(amount.refusals[0]!) : undefined}
          />
          <ErrorNote error={preview.error} />
          {minor !== null && preview.data ? (
            <ChargeEffect
              preview={preview.data}
              percent={account.account.terms.discountPercent}
            />
          ) : null}
        </Column>
      </Sheet>
    </Section>
  );
}

/** Reads what a charge would do; null: nothing is asked. */
export function useChargePreview(
  chargeAccountId: number | null,
  amountMinor: number | null,
  buyer = '',
) {
  return useQuery({
    queryKey: ['accounts', chargeAccountId, 'charge', amountMinor, buyer],
    queryFn: () =>
      request<Preview>(
        'GET',
        `/accounts/${chargeAccountId}/charge?${new URLSearchParams({ amountMinor: String(amountMinor), buyer })}`,
      ),
    enabled: chargeAccountId !== null && amountMinor !== null,
    placeholderData: keepPreviousData,
  });
}

/** The limit before and after, when it is due, and what it would break. */
export function ChargeEffect({ preview, percent }: { preview: Preview; percent: string }) {
  const t = useWords();
  const numbers = useNumbers();
  const dates = useDates();
  const word = useRefusalText();
  const { beforeMinor, afterMinor, dueDate, discountDate, rules } = preview;
  return (
    <Column gap="$2" role="status">
      {beforeMinor !== null && afterMinor !== null ? (
        <>
          <Line justifyContent="space-between">
            <Body tone="faded">{t('accounts.before')}</Body>
            <Money minor={beforeMinor} />
          </Line>
          <Line justifyContent="space-between">
            <Body tone="faded">{t('accounts.after')}</Body>
            <Money minor={afterMinor} strong tone={afterMinor < 0 ? 'loose' : 'ink'} />
          </Line>
        </>
      ) : null}
      <Body tone="faded">
        {discountDate
          ? t('accounts.chargeDiscount', {
              date: dates.day(dueDate),
              percent: numbers.percent(percent),
              discountDate: dates.day(discountDate),
            })
          : t('accounts.chargeDue', { date: dates.day(dueDate) })}
      </Body>
      {rules.map((rule, i) => (
        <Body key={i} tone="loose">
          {word(rule)}
        </Body>
      ))}
    </Column>
  );
}
