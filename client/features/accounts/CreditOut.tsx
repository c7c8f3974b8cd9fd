import type { AccountPage, ItemView } from '@abacist/contracts';
import { parseAmount, toDecimal } from '@abacist/core/money';
import type { RefundState } from '@abacist/core/returns';
import { useQuery } from '@tanstack/react-query';
import { router } from '~/router';
import { useState } from 'react';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { ticketIsEmpty, useTicket } from '~/features/ticket';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { Body } from '~/ui/Text';

/** How much of an open credit the customer gets; it is then given back like any ticket's money. */
export function CreditOutDialog({
  account,
  credit,
  onClose,
}: {
  account: AccountPage;
  credit: ItemView;
  onClose: () => void;
}) {
  const t = useWords();
  const word = useRefusalText();
  const money = useMoney();
  const { currency } = useShop();
  const ticket = useTicket();
  const [text, setText] = useState(toDecimal(-credit.leftMinor, currency));
  const amount = parseAmount(text || '0', currency);
  const over = amount.ok && amount.value > -credit.leftMinor;
  const free = ticketIsEmpty(ticket);
  // Cards that brought the money get it back: they are known before the amount is decided.
  const brought = useQuery({
    queryKey: ['accounts', account.id, 'broughtBy'],
    queryFn: () => request<RefundState>('GET', `/accounts/${account.id}/brought-by`),
  });
  const ready = free && !brought.isPending && amount.ok && amount.value > 0 && !over;
  const send = () => {
    if (!ready) return;
    ticket.begin({
      extras: [
        {
          kind: 'creditOut',
          chargeAccountId: account.id,
          creditItemId: credit.id,
          amountMinor: amount.value,
        },
      ],
      accountNames: { [account.id]: account.name },
      broughtBy: brought.data ?? null,
      customer: { name: account.name },
    });
    router.push('/counter/pay');
  };
  return (
    <Dialog
      open
      title={t('accounts.payOutTitle', { number: credit.number })}
      onClose={onClose}
    >
      <Field
        label={t('accounts.payOutAmount')}
        value={text}
        onChange={setText}
        numeric
        autoFocus
        error={
          !amount.ok
            ? word(amount.refusals[0]!)
            : over
              ? t('more.atMost', { most: money(-credit.leftMinor) })
              : undefined
        }
        onSubmit={send}
      />
      {free ? null : <Body tone="waiting">{t('orders.ticketUnderWay')}</Body>}
      <Decide
        label={t('accounts.payOutIt', { amount: amount.ok ? money(amount.value) : '' })}
        disabled={!ready}
        onDecide={send}
        onCancel={onClose}
      />
    </Dialog>
  );
}
