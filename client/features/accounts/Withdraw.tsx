import type { AccountPage, ItemView, WithdrawItem } from '@abacist/contracts';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useWords } from '~/i18n';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';

/** What can be withdrawn: it stands on no ticket that could be voided or credited. */
export const mayWithdraw = ({ kind, leftMinor, amountMinor }: ItemView) =>
  ['lateCharge', 'chequeFee', 'opening', 'openingCredit'].includes(kind) &&
  leftMinor === amountMinor;

/** Withdraws a late charge, a fee or an opening item: posted by mistake, or waived. */
export function WithdrawDialog({ item, onClose }: { item: ItemView; onClose: () => void }) {
  const t = useWords();
  const money = useMoney();
  const [reason, setReason] = useState('');
  const withdraw = useCommand<WithdrawItem, AccountPage>(
    `/open-items/${item.id}/withdraw`,
    onClose,
  );
  const ready = reason.trim().length >= 3 && !withdraw.isPending;
  const send = () => {
    if (ready) withdraw.mutate({ reason: reason.trim() });
  };
  return (
    <Dialog
      open
      title={t('accounts.withdrawTitle', { number: item.number })}
      onClose={onClose}
    >
      <Body>
        {t('accounts.withdrawText', {
          kind: t(`accounts.kind_${item.kind}`),
          amount: money(item.amountMinor),
        })}
      </Body>
      <Field
        label={t('accounts.withdrawWhy')}
        value={reason}
        onChange={setReason}
        maxLength={200}
        autoFocus
        onSubmit={send}
      />
      <ErrorNote error={withdraw.error} />
      <Decide
        label={t('accounts.withdraw')}
        disabled={!ready}
        onDecide={send}
        onCancel={onClose}
      />
    </Dialog>
  );
}
