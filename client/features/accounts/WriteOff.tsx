import type { AccountPage, WriteOff } from '@abacist/contracts';
import { parseAmount, toDecimal } from '@abacist/core/money';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Select } from '~/ui/Select';

/** Writes a small difference or a bad debt off: which charge, how much, why. */
export function WriteOffDialog({
  account,
  onClose,
}: {
  account: AccountPage;
  onClose: () => void;
}) {
  const t = useWords();
  const word = useRefusalText();
  const money = useMoney();
  const { currency } = useShop();
  // As they were when it was opened: the last of them may settle while the dialog still closes.
  const [charges] = useState(() => account.items.filter(({ leftMinor }) => leftMinor > 0));
  const [chargeItemId, setCharge] = useState(charges[0]!.id);
  const charge = charges.find(({ id }) => id === chargeItemId)!;
  const [text, setText] = useState(toDecimal(charge.leftMinor, currency));
  const [reason, setReason] = useState('');
  const amount = parseAmount(text || '0', currency);
  const over = amount.ok && amount.value > charge.leftMinor;
  const write = useCommand<WriteOff, AccountPage>(
    `/accounts/${account.id}/write-offs`,
    onClose,
  );
  const ready =
    amount.ok && amount.value > 0 && !over && reason.trim().length >= 3 && !write.isPending;
  const send = () => {
    if (ready)
      write.mutate({ chargeItemId, amountMinor: amount.value, reason: reason.trim() });
  };
  return (
    <Dialog open title={t('accounts.writeOff')} onClose={onClose}>
      <Select
        label={t('accounts.writeOffOf')}
        value={String(chargeItemId)}
        options={charges.map(({ id, number, leftMinor }) => ({
          value: String(id),
          label: `${number} · ${money(leftMinor)}`,
        }))}
        onChange={(value) => {
          const next = charges.find(({ id }) => id === Number(value))!;
          setCharge(next.id);
          setText(toDecimal(next.leftMinor, currency));
        }}
      />
      <Field
        label={t('accounts.writeOffAmount')}
        value={text}
        onChange={setText}
        numeric
        error={
          !amount.ok
            ? word(amount.refusals[0]!)
            : over
              ? t('refusal.allocation_moreThanLeft', { left: money(charge.leftMinor) })
              : undefined
        }
        onSubmit={send}
      />
      <Field
        label={t('accounts.writeOffWhy')}
        value={reason}
        onChange={setReason}
        maxLength={200}
        onSubmit={send}
      />
      <ErrorNote error={write.error} />
      <Decide
        label={t('accounts.writeOffIt', { amount: amount.ok ? money(amount.value) : '' })}
        disabled={!ready}
        onDecide={send}
        onCancel={onClose}
      />
    </Dialog>
  );
}
