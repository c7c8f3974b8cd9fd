import type { VoucherFound } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';
import { TakeAmount } from './TakeAmount';

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
          ? t('refusal.voucher_expired', { date: dates.date(validUntil) })
          : t('more.voucherLeft')}
      </Body>
      {expired ? null : (
        <TakeAmount
          mostMinor={Math.min(voucher.leftMinor, leftMinor)}
          ofMinor={voucher.leftMinor}
          busy={busy}
          onTake={(amountMinor) => onTake({ amountMinor, voucherId: voucher.id })}
        />
      )}
    </>
  );
}
