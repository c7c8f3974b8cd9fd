import type {
  AccountPage,
  AllocateCommand,
  AllocationView,
  ItemView,
} from '@abacist/contracts';
import { proposeAllocation } from '@abacist/core/accounts';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { AskWhy } from '~/ui/AskWhy';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Allocations } from './Allocations';
import { givenOut, grantsLate, toAllocations, type Given } from './given';

/** Gives a credit that waits to charges: proposed like a payment, changed by hand. */
export function GiveCredit({
  account,
  credit,
  onClose,
}: {
  account: AccountPage;
  credit: ItemView;
  onClose: () => void;
}) {
  const t = useWords();
  const money = useMoney();
  const own = account.items.filter(({ leftMinor }) => leftMinor > 0);
  // The payer's other accounts come after: a credit kept at the office may pay a branch's charge.
  const charges = [...own, ...account.groupCharges];
  const [given, setGiven] = useState<Given>({});
  const [reason, setReason] = useState('');
  const amountMinor = -credit.leftMinor;
  const { currency } = useShop();
  const proposal = proposeAllocation(amountMinor, own.length > 0 ? own : charges, {
    date: credit.date,
    rules: account,
  });
  const shown = givenOut(given, proposal, currency);
  const late = grantsLate(shown, charges, credit.date);
  const send = useCommand<AllocateCommand, AccountPage>(
    `/accounts/${account.id}/allocations`,
    onClose,
  );
  const total = shown.totalMinor;
  const ready =
    shown.ok &&
    total > 0 &&
    total <= amountMinor &&
    (!late || reason.trim() !== '') &&
    !send.isPending;
  return (
    <Dialog
      open
      title={t('accounts.allocateTitle', { number: credit.number })}
      onClose={onClose}
    >
      <Allocations
        charges={charges}
        shown={shown}
        onChange={(part) => setGiven((before) => ({ ...before, ...part }))}
        paidOn={credit.date}
      />
      {late ? (
        <Field
          label={t('payment.reason')}
          value={reason}
          onChange={setReason}
          maxLength={200}
        />
      ) : null}
      <ErrorNote error={send.error} />
      <Decide
        label={t('accounts.allocateIt', { amount: money(total) })}
        disabled={!ready}
        onDecide={() => {
          if (!ready) return;
          const allocations = toAllocations(shown);
          send.mutate({ creditItemId: credit.id, allocations, reason: reason.trim() });
        }}
        onCancel={onClose}
      />
    </Dialog>
  );
}

/** Takes an allocation back, and says why. */
export function TakeBack({
  allocation,
  onClose,
}: {
  allocation: AllocationView;
  onClose: () => void;
}) {
  const t = useWords();
  return (
    <AskWhy
      title={t('accounts.unallocateTitle', { number: allocation.chargeNumber })}
      label={t('accounts.unallocate')}
      path={`/allocations/${allocation.id}/undo`}
      onClose={onClose}
    />
  );
}
