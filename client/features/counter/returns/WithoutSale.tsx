import type { CounterSettings } from '@abacist/contracts';
import { holdsCardNumber } from '@abacist/core/cards';
import { parseAmount } from '@abacist/core/money';
import { router } from '~/router';
import { useState } from 'react';
import { useShop } from '~/api/session';
import { useTicket } from '~/features/ticket';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';
import { Why, type Reason } from './Why';

/** Goods whose sale can't be found: what they are, the price and where it comes from, why. */
export function WithoutSale({ settings }: { settings: CounterSettings }) {
  const t = useWords();
  const word = useRefusalText();
  const { currency } = useShop();
  const { setReturned } = useTicket();
  const [departmentId, setDepartment] = useState(String(settings.departments[0]?.id ?? ''));
  const [amountText, setAmount] = useState('');
  const [priceSource, setSource] = useState('');
  const [why, setWhy] = useState<Reason>({
    reason: null,
    condition: 'asNew',
    feeWaived: false,
  });
  const amount = parseAmount(amountText, currency);
  const sourceError = holdsCardNumber(priceSource) ? t('refusal.text_cardNumber') : undefined;
  const ready =
    amount.ok && amount.value > 0 && priceSource.trim() && !sourceError && why.reason;
  const put = () => {
    if (!ready) return;
    setReturned({
      goods: [{ departmentId: Number(departmentId), amountMinor: amount.value }],
      priceSource: priceSource.trim(),
      reason: why.reason!,
      condition: why.condition ?? 'asNew',
      ...(why.feeWaived && { feeWaived: true }),
    });
    router.replace('/counter');
  };
  return (
    <Column gap="$4" paddingBottom="$5">
      <Column gap="$3" paddingHorizontal="$4">
        <Body tone="faded">{t('returns.withoutSaleText')}</Body>
        <Select
          label={t('returns.department')}
          value={departmentId}
          options={settings.departments.map(({ id, name }) => ({
            value: String(id),
            label: name,
          }))}
          onChange={setDepartment}
        />
        <Field
          label={t('returns.price')}
          value={amountText}
          onChange={setAmount}
          numeric
          error={amountText && !amount.ok ? word(amount.refusals[0]!) : undefined}
        />
        <Field
          label={t('returns.priceSource')}
          value={priceSource}
          onChange={setSource}
          hint={t('returns.priceSourceHint')}
          maxLength={120}
          error={sourceError}
        />
      </Column>
      <Why settings={settings} value={why} onChange={setWhy} />
      <Column paddingHorizontal="$4">
        <Button
          kind="primary"
          big
          disabled={!ready}
          label={t('returns.putGoods')}
          onPress={put}
        />
      </Column>
    </Column>
  );
}
