import type { SaleDetail } from '@abacist/contracts';
import type { RefundState } from '@abacist/core/returns';
import { useQuery } from '@tanstack/react-query';
import { router } from '~/router';
import { request } from '~/api/http';
import { ticketIsEmpty, useTicket } from '~/features/ticket';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Body } from '~/ui/Text';

/**
 * Takes a payment on an account back whole: what it settled is open again, and the money is given
 * back like any ticket's.
 */
export function PaymentBack({
  sale,
  paid,
}: {
  sale: SaleDetail;
  paid: SaleDetail['extras'][number];
}) {
  const t = useWords();
  const ticket = useTicket();
  const { chargeAccountId, accountName, amountMinor } = paid;
  // Cards that brought the money get it back: they are known before it is given.
  const brought = useQuery({
    queryKey: ['accounts', chargeAccountId, 'broughtBy'],
    queryFn: () => request<RefundState>('GET', `/accounts/${chargeAccountId}/brought-by`),
  });
  const free = ticketIsEmpty(ticket);
  const begin = () => {
    if (!brought.data || chargeAccountId === null) return;
    ticket.begin({
      extras: [{ kind: 'paymentBack', chargeAccountId, ofSaleId: sale.id, amountMinor }],
      accountNames: { [chargeAccountId]: accountName ?? '' },
      broughtBy: brought.data,
      customer: { name: accountName ?? '' },
    });
    router.push('/counter/pay');
  };
  return (
    <>
      <Button
        label={t('sales.paymentBack', { name: accountName })}
        disabled={!free || !brought.data}
        onPress={begin}
      />
      {free ? null : <Body tone="waiting">{t('orders.ticketUnderWay')}</Body>}
    </>
  );
}
