import type { CounterSettings, KeepTicket, ParkTicket } from '@abacist/contracts';
import { isIsoDate } from '@abacist/core/dates';
import { parseAmount } from '@abacist/core/money';
import { router } from '~/router';
import { useState, type ReactNode } from 'react';
import { useCommand } from '~/api/command';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column } from '~/ui/Box';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { DateField } from '~/ui/DateField';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';
import { FindAccount } from '~/features/accounts';
import { openSearch } from '~/features/search';
import { named, parkable, ticketIsEmpty, useTicket } from '~/features/ticket';
import { useFigures } from './useCounter';

type Step = 'park' | 'quotation' | 'order' | 'voucher' | 'payment';

/** What else can be done with the ticket, and where its relatives are. */
export function MoreDialog({
  settings,
  onClose,
}: {
  settings: CounterSettings;
  onClose: () => void;
}) {
  const t = useWords();
  const ticket = useTicket();
  const [step, setStep] = useState<Step | null>(null);
  const goods = ticket.lines.length > 0 && !ticket.returned && ticket.extras.length === 0;
  const go = (to: string) => {
    onClose();
    router.push(to as never);
  };
  if (step === 'park') return <ParkDialog settings={settings} onClose={onClose} />;
  if (step === 'voucher') return <VoucherDialog onClose={onClose} />;
  if (step === 'payment') {
    return (
      <FindAccount
        title={t('payment.title')}
        fits={({ closed }) => !closed}
        onChoose={({ id }) => go(`/accounts/${id}/pay`)}
        onClose={onClose}
      />
    );
  }
  if (step) return <KeepDialog kind={step} onClose={onClose} />;
  const act = (label: string, onPress: () => void, disabled = false): ReactNode => (
    <Button label={label} disabled={disabled} onPress={onPress} />
  );
  return (
    <Dialog open title={t('more.title')} onClose={onClose}>
      <Column gap="$2">
        {act(t('more.payment'), () => setStep('payment'))}
        {act(t('more.float'), () =>
          go(`/counter/float?drawer=${ticket.drawerId ?? settings.drawers[0]!.id}`),
        )}
        {act(t('more.money'), () =>
          go(`/counter/money?drawer=${ticket.drawerId ?? settings.drawers[0]!.id}`),
        )}
        {act(t('more.park'), () => setStep('park'), ticketIsEmpty(ticket))}
        {act(t('more.parked'), () => go('/counter/parked'))}
        {act(t('more.quotation'), () => setStep('quotation'), !goods)}
        {act(t('more.order'), () => setStep('order'), !goods)}
        {act(t('orders.title'), () => go('/orders'))}
        {act(t('more.voucher'), () => setStep('voucher'))}
        {act(t('sales.today'), () => go('/sales'))}
        {act(t('shell.search'), () => {
          onClose();
          openSearch();
        })}
        {act(t('credits.title'), () => go('/counter/credits'))}
        {act(t('credits.vouchers'), () => go('/counter/vouchers'))}
      </Column>
      <Button label={t('common.cancel')} onPress={onClose} />
    </Dialog>
  );
}

/** Puts the ticket aside under a word by which it is found again. */
function ParkDialog({
  settings,
  onClose,
}: {
  settings: CounterSettings;
  onClose: () => void;
}) {
  const t = useWords();
  const ticket = useTicket();
  const { totalMinor } = useFigures(settings);
  const [label, setLabel] = useState(ticket.customer?.name ?? '');
  const park = useCommand<ParkTicket, object>('/parked', () => {
    ticket.clear();
    onClose();
  });
  const send = () => {
    if (!label.trim() || park.isPending) return;
    park.mutate({ label: label.trim(), ticket: parkable(ticket), totalMinor });
  };
  return (
    <Dialog open title={t('more.park')} onClose={onClose}>
      <Field
        label={t('more.label')}
        hint={t('more.labelHint')}
        value={label}
        onChange={setLabel}
        maxLength={80}
        autoFocus
        onSubmit={send}
      />
      <ErrorNote error={park.error} />
      <Decide
        label={t('more.parkIt')}
        disabled={!label.trim() || park.isPending}
        onDecide={send}
        onCancel={onClose}
      />
    </Dialog>
  );
}

/** Keeps the ticket as a quotation with its last day, or as an order. */
function KeepDialog({ kind, onClose }: { kind: 'quotation' | 'order'; onClose: () => void }) {
  const t = useWords();
  const ticket = useTicket();
  const [until, setUntil] = useState('');
  const keep = useCommand<KeepTicket, { id: number }>('/orders', ({ id }) => {
    ticket.clear();
    onClose();
    router.push(`/orders/${id}` as never);
  });
  const undated = until !== '' && !isIsoDate(until);
  const customer = named(ticket.customer);
  const send = () => {
    if (undated || keep.isPending) return;
    keep.mutate({
      kind,
      lines: ticket.lines,
      ...(ticket.discount && { discount: ticket.discount }),
      ...(customer && { customer }),
      ...(ticket.pricesIncludeTax !== undefined && {
        pricesIncludeTax: ticket.pricesIncludeTax,
      }),
      ...(ticket.salespersonId !== undefined && { salespersonId: ticket.salespersonId }),
      ...(until && { validUntil: until }),
    });
  };
  return (
    <Dialog open title={t(`more.${kind}`)} onClose={onClose}>
      {kind === 'quotation' ? (
        <DateField
          label={t('more.until')}
          hint={t('more.untilHint')}
          value={until}
          onChange={setUntil}
          autoFocus
          onSubmit={send}
        />
      ) : null}
      <ErrorNote error={keep.error} />
      <Decide
        label={t(`more.keep_${kind}`)}
        disabled={keep.isPending}
        onDecide={send}
        onCancel={onClose}
      />
    </Dialog>
  );
}

/** Sells a gift voucher: an amount, no tax. */
function VoucherDialog({ onClose }: { onClose: () => void }) {
  const t = useWords();
  const word = useRefusalText();
  const { currency } = useShop();
  const { addExtra } = useTicket();
  const [text, setText] = useState('');
  const amount = parseAmount(text, currency);
  const ready = amount.ok && amount.value > 0;
  const put = () => {
    if (!ready) return;
    addExtra({ kind: 'voucher', amountMinor: amount.value });
    onClose();
  };
  return (
    <Dialog open title={t('more.voucher')} onClose={onClose}>
      <Field
        label={t('more.voucherAmount')}
        hint={t('more.voucherHint')}
        value={text}
        onChange={setText}
        numeric
        big
        autoFocus
        error={text && !amount.ok ? word(amount.refusals[0]!) : undefined}
        onSubmit={put}
      />
      <Decide
        label={t('more.putVoucher')}
        disabled={!ready}
        onDecide={put}
        onCancel={onClose}
      />
    </Dialog>
  );
}
