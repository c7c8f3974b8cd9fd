import type { CounterSettings } from '@abacist/contracts';
import { holdsCardNumber } from '@abacist/core/cards';
import { parseAmount, toDecimal } from '@abacist/core/money';
import {
  proposeRefund,
  settleRefund,
  type OfferedRefund,
  type ProposedRefund,
} from '@abacist/core/returns';
import { alongWith } from '@abacist/core/sales';
import { useState } from 'react';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { ErrorNote, RefusalNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';
import { useTicket } from './store';
import { extrasMinor, useFigures } from './useCounter';

type Row = {
  kind: OfferedRefund['kind'];
  tenderId: number;
  saleTenderId: number | null;
  name: string;
  text: string;
  reference: string;
};

/**
 * Gives money back: the original tenders in their proportion stand filled in; the person may
 * move amounts. What leaves the drawer after rounding stands on the button.
 */
export function GiveBack({
  settings,
  sale,
}: {
  settings: CounterSettings;
  sale: {
    isPending: boolean;
    error: Error | null;
    mutate: (refunds: OfferedRefund[]) => void;
  };
}) {
  const t = useWords();
  const money = useMoney();
  const { currency, cashStepMinor } = useShop();
  const { totalMinor, original, back, sold } = useFigures(settings);
  const { order, extras } = useTicket();
  const state = original?.refunds ?? order?.paidBy ?? null;
  const dueMinor = -totalMinor;
  const [tried, setTried] = useState(false);
  const [rows, setRows] = useState(() =>
    toRows(
      settings,
      state
        ? proposeRefund(dueMinor, state)
        : [{ kind: 'storeCredit', saleTenderId: null, amountMinor: dueMinor as never }],
      state?.paid ?? [],
      currency,
    ),
  );
  const change = (index: number, part: Partial<Row>) =>
    setRows(rows.map((row, i) => (i === index ? { ...row, ...part } : row)));
  const all = (index: number) =>
    setRows(
      rows.map((row, i) => ({
        ...row,
        text: i === index ? toDecimal(dueMinor, currency) : '',
      })),
    );
  const read = rows.map((row) => parseAmount(row.text || '0', currency));
  const refunds = rows.flatMap((row, i): OfferedRefund[] => {
    const amount = read[i]!;
    if (!amount.ok || amount.value === 0) return [];
    const base = { tenderId: row.tenderId, amountMinor: amount.value };
    return row.kind === 'card'
      ? [{ ...base, kind: 'card', saleTenderId: row.saleTenderId!, reference: row.reference }]
      : [{ ...base, kind: row.kind }];
  });
  const given = settleRefund(
    dueMinor,
    alongWith(sold, back, original, extrasMinor(extras)),
    refunds,
    state,
    cashStepMinor,
  );
  const cashGiven = given.ok ? given.value.find(({ kind }) => kind === 'cash') : undefined;
  const ready = given.ok && read.every(({ ok }) => ok);
  // A reference is typed after the amount: it is missed only once the person goes on.
  const missed = given.ok
    ? []
    : given.refusals.filter(({ code }) => tried || code !== 'refund.reference');
  const give = () => {
    setTried(true);
    if (ready && !sale.isPending) sale.mutate(refunds);
  };
  return (
    <Column gap="$4" paddingBottom="$5">
      <Sheet role="list" aria-label={t('refund.how')}>
        {rows.map((row, i) => (
          <RefundRow
            key={`${row.kind} ${row.saleTenderId}`}
            row={row}
            error={
              read[i]!.ok
                ? undefined
                : t(`refusal.${(read[i] as Bad).refusals[0]!.code.replaceAll('.', '_')}`, {
                    ...(read[i] as Bad).refusals[0]!.params,
                  })
            }
            onChange={(part) => change(i, part)}
            onAll={() => all(i)}
          />
        ))}
      </Sheet>
      <Column paddingHorizontal="$4" gap="$2">
        <ErrorNote error={sale.error} />
        {cashGiven && cashGiven.roundingMinor !== 0 ? (
          <Body tone="faded">
            {t('refund.cashGives', { amount: money(-cashGiven.keptMinor) })}
          </Body>
        ) : null}
        <RefusalNote refusals={missed} />
        <Button
          kind="primary"
          big
          disabled={missed.length > 0 || sale.isPending || (!back && !order)}
          label={t('refund.give', { amount: money(dueMinor) })}
          onPress={give}
        />
      </Column>
    </Column>
  );
}

type Bad = {
  ok: false;
  refusals: { code: string; params?: Record<string, string | number> }[];
};

function RefundRow({
  row,
  error,
  onChange,
  onAll,
}: {
  row: Row;
  error: string | undefined;
  onChange: (part: Partial<Row>) => void;
  onAll: () => void;
}) {
  const t = useWords();
  const cardWithAmount = row.kind === 'card' && row.text !== '' && Number(row.text) !== 0;
  return (
    <Column role="listitem" padding="$4" gap="$3" borderBottomWidth={1} borderColor="$rule">
      <Line gap="$3" justifyContent="space-between">
        <Body flex={1} minWidth={0}>
          {row.name}
        </Body>
        <Column width={130}>
          <Field
            label={t('refund.amountBy', { name: row.name })}
            hideLabel
            value={row.text}
            onChange={(text) => onChange({ text })}
            placeholder="0"
            numeric
            error={error}
          />
        </Column>
        <Button label={t('refund.all')} onPress={onAll} />
      </Line>
      {cardWithAmount ? (
        <Field
          label={t('refund.reference', { name: row.name })}
          value={row.reference}
          onChange={(reference) => onChange({ reference })}
          maxLength={40}
          error={holdsCardNumber(row.reference) ? t('refusal.text_cardNumber') : undefined}
        />
      ) : null}
    </Column>
  );
}

/** A row for cash, each card that paid, and store credit; the proposal filled in. */
function toRows(
  settings: CounterSettings,
  proposed: readonly ProposedRefund[],
  paid: readonly { saleTenderId: number; tenderId: number; kind: string }[],
  currency: string,
): Row[] {
  const textOf = (kind: Row['kind'], saleTenderId: number | null) => {
    const found = proposed.find(
      (one) => one.kind === kind && (kind !== 'card' || one.saleTenderId === saleTenderId),
    );
    return found ? toDecimal(found.amountMinor, currency) : '';
  };
  return settings.tenders.flatMap(({ id, kind, name }): Row[] => {
    // A cheque that came in is not ours to give back, and an allowance was no money.
    if (kind !== 'cash' && kind !== 'card' && kind !== 'storeCredit') return [];
    const row = (saleTenderId: number | null): Row => ({
      kind,
      tenderId: id,
      saleTenderId,
      name,
      text: textOf(kind, saleTenderId),
      reference: '',
    });
    if (kind !== 'card') return [row(null)];
    return paid
      .filter((tender) => tender.kind === 'card' && tender.tenderId === id)
      .map(({ saleTenderId }) => row(saleTenderId));
  });
}
