import type { ChequesAtBank, SaleDetail } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { router } from '~/router';
import { useState } from 'react';
import { request } from '~/api/http';
import { useMay } from '~/api/session';
import { ticketIsEmpty, useTicket } from '~/features/ticket';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { AskWhy } from '~/ui/AskWhy';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { useMoney } from '~/ui/Money';
import { Body } from '~/ui/Text';
import { ReturnChequeDialog } from './ReturnCheque';

type Payment = SaleDetail['payments'][number];

/** What became of a ticket's cheque after it went to the bank, and what can be done about it. */
export function ReturnedCheque({ payment }: { payment: Payment }) {
  const { cheque, chequeState } = payment;
  const may = useMay();
  if (!cheque || !chequeState) return null;
  const { id, atBank, missing, returned } = chequeState;
  if (returned) return <Returned returned={returned} number={cheque.number} />;
  if (!may('POST /cheques/:id/return')) return null;
  if (missing) return <Missing chequeId={id} number={cheque.number} />;
  if (!atBank) return null;
  return <AtBank chequeId={id} number={cheque.number} />;
}

/** It was not there when its drawer was counted: it may be found after all. */
function Missing({ chequeId, number }: { chequeId: number; number: string }) {
  const t = useWords();
  const [asking, setAsking] = useState(false);
  return (
    <Column gap="$2">
      <Body tone="loose">{t('cheques.missing', { number })}</Body>
      <Line>
        <Button label={t('cheques.found')} onPress={() => setAsking(true)} />
      </Line>
      {asking ? (
        <AskWhy
          title={t('cheques.foundTitle', { number })}
          text={t('cheques.foundText')}
          label={t('cheques.found')}
          path={`/cheques/${chequeId}/found`}
          onClose={() => setAsking(false)}
        />
      ) : null}
    </Column>
  );
}

function AtBank({ chequeId, number }: { chequeId: number; number: string }) {
  const t = useWords();
  const [open, setOpen] = useState(false);
  const found = useQuery({
    queryKey: ['cheques', 'id', chequeId],
    queryFn: () => request<ChequesAtBank>('GET', `/cheques?id=${chequeId}`),
    enabled: open,
  });
  const cheque = found.data?.cheques[0];
  return (
    <Line>
      <Button label={t('cheques.cameBack', { number })} onPress={() => setOpen(true)} />
      {open && cheque ? (
        <ReturnChequeDialog
          cheque={cheque}
          feeMinor={found.data!.feeMinor}
          onClose={() => setOpen(false)}
        />
      ) : null}
    </Line>
  );
}

function Returned({
  returned,
  number,
}: {
  returned: NonNullable<NonNullable<Payment['chequeState']>['returned']>;
  number: string;
}) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const ticket = useTicket();
  const may = useMay();
  const [asking, setAsking] = useState<'writeOff' | 'undo' | null>(null);
  const { id, date, owedMinor, writtenOffMinor } = returned;
  const payMinor = owedMinor > 0 ? owedMinor : writtenOffMinor;
  const free = ticketIsEmpty(ticket);
  const take = () => {
    ticket.begin({
      extras: [{ kind: 'chequePaid', returnedChequeId: id, amountMinor: payMinor }],
      chequeNumber: number,
    });
    router.push('/counter/pay');
  };
  return (
    <Column gap="$2">
      <Body tone="loose" strong>
        {t('cheques.returned', { number, date: dates.day(date) })}
      </Body>
      {payMinor > 0 ? (
        <>
          <Body>
            {t(owedMinor > 0 ? 'cheques.owed' : 'cheques.lost', { amount: money(payMinor) })}
          </Body>
          {free ? null : <Body tone="waiting">{t('orders.ticketUnderWay')}</Body>}
          <Line gap="$2" flexWrap="wrap">
            <Button
              kind="primary"
              disabled={!free}
              label={t('cheques.paid', { amount: money(payMinor) })}
              onPress={take}
            />
            {owedMinor > 0 && may('POST /returned-cheques/:id/write-off') ? (
              <Button label={t('cheques.writeOff')} onPress={() => setAsking('writeOff')} />
            ) : null}
          </Line>
        </>
      ) : null}
      {may('POST /returned-cheques/:id/undo') ? (
        <Line>
          <Button label={t('cheques.undo')} onPress={() => setAsking('undo')} />
        </Line>
      ) : null}
      {asking === 'writeOff' ? (
        <AskWhy
          title={t('cheques.writeOffTitle', { number })}
          label={t('cheques.writeOff')}
          path={`/returned-cheques/${id}/write-off`}
          onClose={() => setAsking(null)}
        />
      ) : null}
      {asking === 'undo' ? (
        <AskWhy
          title={t('cheques.undoTitle', { number })}
          text={t('cheques.undoText')}
          label={t('cheques.undo')}
          path={`/returned-cheques/${id}/undo`}
          onClose={() => setAsking(null)}
        />
      ) : null}
    </Column>
  );
}
