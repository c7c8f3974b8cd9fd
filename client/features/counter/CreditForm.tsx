import type { CreditNote } from '@abacist/contracts';
import { parseAmount, toDecimal } from '@abacist/core/money';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { Body } from '~/ui/Text';

/** A credit note by its number: what is left of it and until when, then the amount to take. */
export function CreditForm({
  leftMinor,
  busy,
  onTake,
}: {
  leftMinor: number;
  busy: boolean;
  onTake: (credit: { creditNoteId: number; amountMinor: number }) => void;
}) {
  const t = useWords();
  const [text, setText] = useState('');
  const number = /^(?:N-?)?(\d{1,12})$/i.exec(text.trim())?.[1];
  const found = useQuery({
    queryKey: ['credits', number],
    queryFn: () => request<{ credits: CreditNote[] }>('GET', `/credits?number=${number}`),
    enabled: number !== undefined,
  });
  const credit = found.data?.credits[0];
  const none = number !== undefined && found.data !== undefined && !credit;
  return (
    <Column gap="$3" paddingHorizontal="$4">
      <Field
        label={t('credits.number')}
        value={text}
        onChange={setText}
        placeholder="N-12"
        maxLength={14}
        autoFocus
        error={none ? t('refusal.credit_unknown') : undefined}
      />
      {credit ? (
        <Take
          key={credit.id}
          credit={credit}
          leftMinor={leftMinor}
          busy={busy}
          onTake={onTake}
        />
      ) : null}
    </Column>
  );
}

function Take({
  credit,
  leftMinor,
  busy,
  onTake,
}: {
  credit: CreditNote;
  leftMinor: number;
  busy: boolean;
  onTake: (credit: { creditNoteId: number; amountMinor: number }) => void;
}) {
  const t = useWords();
  const word = useRefusalText();
  const money = useMoney();
  const dates = useDates();
  const { currency } = useShop();
  const most = Math.min(credit.leftMinor, leftMinor);
  const [text, setText] = useState(toDecimal(most, currency));
  const amount = parseAmount(text, currency);
  const error = !amount.ok
    ? word(amount.refusals[0]!)
    : amount.value > credit.leftMinor
      ? word({ code: 'credit.over', params: { leftMinor: credit.leftMinor } })
      : amount.value > leftMinor
        ? word({ code: 'tender.over', params: { overMinor: amount.value - leftMinor } })
        : amount.value <= 0
          ? t('refusal.tender_notPositive')
          : undefined;
  const params = { left: money(credit.leftMinor), date: dates.day(credit.validUntil) };
  const expired = credit.validUntil < dates.today;
  const take = () => {
    if (busy || error || !amount.ok || expired) return;
    onTake({ creditNoteId: credit.id, amountMinor: amount.value });
  };
  return (
    <Column gap="$3">
      <Body tone={expired ? 'loose' : 'ink'}>
        {t(expired ? 'credits.leftExpired' : 'credits.left', params)}
      </Body>
      <Line gap="$3" alignItems="flex-end">
        <Column flex={1}>
          <Field
            label={t('credits.take')}
            value={text}
            onChange={setText}
            numeric
            error={error}
            onSubmit={take}
          />
        </Column>
        <Button
          kind="primary"
          disabled={busy || Boolean(error) || expired}
          label={t('credits.takeIt', { amount: amount.ok ? money(amount.value) : '' })}
          onPress={take}
        />
      </Line>
    </Column>
  );
}
