import type { VoucherFound } from '@abacist/contracts';
import { parseAmount, toDecimal } from '@abacist/core/money';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';

/** A gift voucher by the code on its paper: what is left of it, and how much pays the ticket. */
export function VoucherForm({
  leftMinor,
  busy,
  onTake,
}: {
  leftMinor: number;
  busy: boolean;
  onTake: (taken: { amountMinor: number; voucherId: number }) => void;
}) {
  const t = useWords();
  const [text, setText] = useState('');
  const code = text.replace(/[\s-]/g, '');
  const voucher = useQuery({
    queryKey: ['voucher', code],
    queryFn: () => request<VoucherFound>('GET', `/vouchers?code=${code}`),
    enabled: /^\d{12}$/.test(code),
    retry: false,
  });
  return (
    <Column gap="$3" paddingHorizontal="$4">
      <Field
        label={t('more.code')}
        hint={t('more.codeHint')}
        value={text}
        onChange={setText}
        maxLength={20}
        autoFocus
      />
      <ErrorNote error={voucher.error} />
      {voucher.data ? (
        <Take key={voucher.data.id} voucher={voucher.data} {...{ leftMinor, busy, onTake }} />
      ) : null}
    </Column>
  );
}

function Take({
  voucher,
  leftMinor,
  busy,
  onTake,
}: {
  voucher: VoucherFound;
  leftMinor: number;
  busy: boolean;
  onTake: (taken: { amountMinor: number; voucherId: number }) => void;
}) {
  const t = useWords();
  const dates = useDates();
  const { today } = useShop();
  const { validUntil } = voucher;
  const expired = validUntil !== null && validUntil < today;
  return (
    <>
      <Body tone={expired ? 'loose' : 'ink'}>
        {expired
          ? t('refusal.voucher_expired', { date: dates.long(validUntil) })
          : t('more.voucherLeft')}
      </Body>
      {expired ? null : (
        <TakeAmount
          label={t('credits.take')}
          mostMinor={Math.min(voucher.leftMinor, leftMinor)}
          ofMinor={voucher.leftMinor}
          busy={busy}
          onTake={(amountMinor) => onTake({ amountMinor, voucherId: voucher.id })}
        />
      )}
    </>
  );
}

/** An amount of what is there: never more than that, nor than what is left to pay. */
export function TakeAmount({
  label,
  mostMinor,
  ofMinor,
  busy,
  onTake,
}: {
  label: string;
  mostMinor: number;
  /** What is there in all. */
  ofMinor: number;
  busy: boolean;
  onTake: (amountMinor: number) => void;
}) {
  const t = useWords();
  const word = useRefusalText();
  const money = useMoney();
  const { currency } = useShop();
  const [text, setText] = useState(toDecimal(mostMinor, currency));
  const amount = parseAmount(text, currency);
  const over = amount.ok && amount.value > mostMinor;
  const ready = amount.ok && amount.value > 0 && !over && !busy;
  const take = () => {
    if (ready) onTake(amount.value);
  };
  return (
    <>
      <Field
        label={label}
        hint={t('more.isLeft', { left: money(ofMinor) })}
        value={text}
        onChange={setText}
        numeric
        error={
          !amount.ok
            ? word(amount.refusals[0]!)
            : over
              ? t('more.atMost', { most: money(mostMinor) })
              : undefined
        }
        onSubmit={take}
      />
      <Button
        kind="primary"
        big
        disabled={!ready}
        label={t('credits.takeIt', { amount: amount.ok ? money(amount.value) : '' })}
        onPress={take}
      />
    </>
  );
}
