import type { CounterSettings } from '@abacist/contracts';
import { parseAmount, toDecimal } from '@abacist/core/money';
import { proposeRefund, giveRefund } from '@abacist/core/returns';
import { roomOf, type OfferedRefund } from '@abacist/core/tenders';
import { alongWith, extraRoomOf } from '@abacist/core/sales';
import { useState } from 'react';
import { useMay, useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Sheet } from '~/ui/Box';
import { Check } from '~/ui/Check';
import { useMoney } from '~/ui/Money';
import { ErrorNote, RefusalNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';
import type { RefundDraft } from '~/features/tenderKinds';
import { RefundRow, toDrafts, toRefund } from './RefundRow';
import { listed, useTicket } from '~/features/ticket';
import { extrasMinor, useFigures } from './useCounter';

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
    mutate: (refunds: OfferedRefund[], fromSafe: boolean) => void;
  };
}) {
  const t = useWords();
  const money = useMoney();
  const { currency, cashStepMinor } = useShop();
  const { totalMinor, original, back, sold } = useFigures(settings);
  const { order, extras, customer, broughtBy } = useTicket();
  const state =
    original?.refunds ?? order?.paidBy ?? (broughtBy?.paid.length ? broughtBy : null);
  const dueMinor = -totalMinor;
  const [tried, setTried] = useState(false);
  const [fromSafe, setFromSafe] = useState(false);
  const may = useMay();
  const { lines, counting } = useTicket();
  const [rows, setRows] = useState(() =>
    toDrafts(
      settings,
      state
        ? proposeRefund(
            dueMinor,
            state,
            settings.tenders.map(({ kind }) => kind),
          )
        : [
            {
              // A credit of an account that is paid out leaves as money; it was a credit before.
              kind: extras.some(({ kind }) => extraRoomOf(kind).ofAccount)
                ? 'cash'
                : 'storeCredit',
              saleTenderId: null,
              amountMinor: dueMinor as never,
            },
          ],
      state?.paid ?? [],
      currency,
      listed(customer)?.name ?? customer?.name ?? '',
    ),
  );
  const change = (index: number, part: Partial<RefundDraft>) =>
    setRows(rows.map((row, i) => (i === index ? { ...row, ...part } : row)));
  const all = (index: number) =>
    setRows(
      rows.map((row, i) => ({
        ...row,
        text: i === index ? toDecimal(dueMinor, currency) : '',
      })),
    );
  const read = rows.map((row) => parseAmount(row.text || '0', currency));
  const ways = rows.map((draft, i) => {
    const amount = read[i]!;
    return amount.ok ? toRefund(draft, amount.value) : null;
  });
  const refunds = ways.filter((way) => way !== null);
  const given = giveRefund(
    dueMinor,
    alongWith(sold, back, original, extrasMinor(extras)),
    refunds,
    state,
    cashStepMinor,
  );
  const cashGiven = given.ok
    ? given.value.find(({ kind }) => roomOf(kind).giveBack?.keeps === 'coins')
    : undefined;
  // Only where nothing is sold beside: what is paid lies in a drawer.
  const mayFromSafe =
    cashGiven !== undefined && lines.length === 0 && !counting && may('POST /slips');
  const ready = given.ok && read.every(({ ok }) => ok);
  // What is written on a cheque or a card's slip is typed after the amount: it is missed only
  // once the person goes on, and then beside its field.
  const refusals = given.ok ? [] : given.refusals;
  const later = refusals.filter(({ code }) => TYPED_AFTER.includes(code));
  const missed = refusals.filter(
    (one) => !later.includes(one) || (tried && one.code === 'refund.reference'),
  );
  const placeOf = (index: number) =>
    `refunds.${ways.slice(0, index).filter((way) => way !== null).length}.`;
  const give = () => {
    setTried(true);
    if (ready && !sale.isPending) sale.mutate(refunds, fromSafe && mayFromSafe);
  };
  return (
    <Column gap="$4" paddingBottom="$5">
      <Sheet role="list" aria-label={t('refund.how')}>
        {rows.map((row, i) => (
          <RefundRow
            key={`${row.kind} ${row.saleTenderId}`}
            draft={row}
            settings={settings}
            refusal={(read[i] as Partial<Refused>).refusals?.[0]}
            wrong={(field) =>
              tried ? later.find(({ at }) => at === `${placeOf(i)}${field}`) : undefined
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
            {t(cashGiven.roundingMinor > 0 ? 'refund.cashMore' : 'refund.cashLess', {
              amount: money(-cashGiven.keptMinor),
              by: money(Math.abs(cashGiven.roundingMinor)),
            })}
          </Body>
        ) : null}
        {mayFromSafe ? (
          <Sheet>
            <Check on={fromSafe} onToggle={() => setFromSafe(!fromSafe)}>
              <Body flex={1} textAlign="left">
                {t('refund.fromSafe')}
              </Body>
            </Check>
          </Sheet>
        ) : null}
        <RefusalNote refusals={missed} />
        <Button
          kind="primary"
          big
          disabled={missed.length > 0 || sale.isPending || (!back && extras.length === 0)}
          label={t('refund.give', { amount: money(dueMinor) })}
          onPress={give}
        />
      </Column>
    </Column>
  );
}

type Refused = Extract<ReturnType<typeof parseAmount>, { ok: false }>;

const TYPED_AFTER = ['refund.reference', 'ownCheque.number', 'ownCheque.payee'];
