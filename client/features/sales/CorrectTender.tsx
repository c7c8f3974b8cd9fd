import type { CorrectTender, CounterSettings, SaleDetail } from '@abacist/contracts';
import { roomOf } from '@abacist/core/tenders';
import { router } from '~/router';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useCounterSettings } from '~/features/catalogue';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';

type Payment = SaleDetail['payments'][number];

/** Puts a tender of the receipt right: a button for each that can be. */
export function CorrectTenders({ sale }: { sale: SaleDetail }) {
  const t = useWords();
  const [wrong, setWrong] = useState<Payment | null>(null);
  if (sale.status === 'void' || sale.extras.length || sale.returns.length) return null;
  return (
    <>
      {sale.payments
        .filter(({ mayCorrect }) => mayCorrect)
        .map((payment) => (
          <Button
            key={payment.id}
            label={t('sales.correct', { name: payment.name })}
            onPress={() => setWrong(payment)}
          />
        ))}
      {wrong ? <Ask sale={sale} wrong={wrong} onClose={() => setWrong(null)} /> : null}
    </>
  );
}

const DIGITS = 4;

function Ask({
  sale,
  wrong,
  onClose,
}: {
  sale: SaleDetail;
  wrong: Payment;
  onClose: () => void;
}) {
  const t = useWords();
  const money = useMoney();
  const settings = useCounterSettings();
  const [tenderId, setTenderId] = useState<number | null>(null);
  const [lastFour, setLastFour] = useState('');
  const [reference, setReference] = useState('');
  const send = useCommand<CorrectTender, { saleId: number; number: string }>(
    `/sales/${sale.id}/correct`,
    ({ saleId }) => {
      onClose();
      router.push(`/sales/${saleId}` as never);
    },
  );
  const offered = rightTenders(settings.data?.tenders ?? [], wrong.tenderId);
  const right = offered.find(({ id }) => id === tenderId);
  const has = right ? roomOf(right.kind).asks : undefined;
  const ready =
    right !== undefined &&
    !send.isPending &&
    (!has?.lastFour || !right.asks.lastFour || lastFour.length === DIGITS) &&
    (!has?.reference || !right.asks.reference || reference.trim() !== '');
  const decide = () => {
    if (!right || !ready) return;
    send.mutate({
      saleTenderId: wrong.id,
      to: { tenderId: right.id, lastFour, reference: reference.trim() },
    });
  };
  return (
    <Dialog open title={t('sales.correctTitle', { number: sale.number })} onClose={onClose}>
      <Body>
        {t('sales.correctText', { name: wrong.name, amount: money(wrong.amountMinor) })}
      </Body>
      <Choice
        shown
        label={t('sales.correctTo')}
        value={String(tenderId ?? '')}
        options={offered.map(({ id, name }) => ({ value: String(id), label: name }))}
        onChange={(value) => setTenderId(Number(value))}
      />
      <Line gap="$3" flexWrap="wrap">
        {has?.lastFour ? (
          <Column width={140}>
            <Field
              label={t('counter.lastFour')}
              numeric
              value={lastFour}
              onChange={(text) => setLastFour(text.replace(/\D/g, '').slice(0, DIGITS))}
            />
          </Column>
        ) : null}
        {has?.reference ? (
          <Column flex={1} minWidth={160}>
            <Field
              label={t('counter.reference')}
              value={reference}
              onChange={setReference}
              maxLength={40}
            />
          </Column>
        ) : null}
      </Line>
      <ErrorNote error={send.error} />
      <Decide
        label={t('sales.correctIt')}
        disabled={!ready}
        onDecide={decide}
        onCancel={onClose}
      />
    </Dialog>
  );
}

/** The tenders of the shop that a receipt can be put right to. */
const rightTenders = (tenders: CounterSettings['tenders'], wrongId: number) =>
  tenders.filter(({ id, kind }) => id !== wrongId && roomOf(kind).corrects);
