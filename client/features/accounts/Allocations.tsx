import type { GroupCharge, ItemView } from '@abacist/contracts';
import { discountFor } from '@abacist/core/accounts';
import { toDecimal } from '@abacist/core/money';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Check } from '~/ui/Check';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { Body } from '~/ui/Text';
import type { Given, Shown } from './given';

const WHOLE = { partEarns: false };

/** The open charges with what each gets, and the discount beside it. */
export function Allocations({
  charges,
  shown,
  paidOn,
  onChange,
}: {
  charges: readonly (ItemView | GroupCharge)[];
  shown: Shown;
  /** When the money came: until then a discount holds. */
  paidOn: string;
  onChange: (part: Given) => void;
}) {
  const t = useWords();
  return (
    <Sheet role="list" aria-label={t('payment.givenTo')}>
      {charges.map((charge) => (
        <Row
          key={charge.id}
          charge={charge}
          row={shown.rows.get(charge.id)}
          paidOn={paidOn}
          onChange={(part) => onChange({ [charge.id]: part })}
        />
      ))}
    </Sheet>
  );
}

function Row({
  charge,
  row,
  paidOn,
  onChange,
}: {
  charge: ItemView | GroupCharge;
  row: { text: string | null; amountMinor: number; discountMinor: number } | undefined;
  paidOn: string;
  onChange: (part: Given[number]) => void;
}) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const { currency } = useShop();
  const { leftMinor, discountDate } = charge;
  const whole = charge.amountMinor - charge.creditedMinor;
  const discountMinor =
    leftMinor === whole ? discountFor(charge, leftMinor, paidOn, WHOLE).discountMinor : 0;
  const untouched = discountMinor > 0;
  const inTime = discountDate !== null && paidOn <= discountDate;
  const text = row?.text ?? (row?.amountMinor ? toDecimal(row.amountMinor, currency) : '');
  const over = (row?.amountMinor ?? 0) + (row?.discountMinor ?? 0) > leftMinor;
  const granted = row?.discountMinor ?? 0;
  const on = (row?.amountMinor ?? 0) > 0;
  /** Ticked, it gets all that is left of it, less a discount that holds; else nothing. */
  const toggle = () => {
    const off = untouched && inTime ? discountMinor : 0;
    onChange(
      on
        ? { text: '', discountMinor: 0 }
        : { text: toDecimal(leftMinor - off, currency), discountMinor: off },
    );
  };
  /** The whole less its discount is given: the discount may be granted, in time or by choice. */
  const mayGrant =
    untouched &&
    granted === 0 &&
    row !== undefined &&
    row.amountMinor === leftMinor - discountMinor;
  return (
    <Column
      role="listitem"
      paddingVertical="$2"
      paddingHorizontal="$4"
      gap="$2"
      borderBottomWidth={1}
      borderColor="$rule"
    >
      <Line gap="$3" justifyContent="space-between">
        <Column flex={1} minWidth={0}>
          <Check bare tight on={on} onToggle={toggle}>
            <Column flex={1} minWidth={0} alignItems="flex-start">
              <Body strong>{`${charge.number} · ${money(leftMinor)}`}</Body>
              <Body small tone="faded" textAlign="left">
                {[
                  'accountName' in charge ? charge.accountName : '',
                  charge.dueDate ? t('accounts.due', { date: dates.day(charge.dueDate) }) : '',
                  untouched && inTime
                    ? t('accounts.discountUntil', {
                        amount: money(discountMinor),
                        date: dates.day(discountDate),
                      })
                    : '',
                  granted ? t('accounts.withDiscount', { amount: money(granted) }) : '',
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </Body>
            </Column>
          </Check>
        </Column>
        <Column width={130}>
          <Field
            label={t('payment.amountTo', { number: charge.number })}
            hideLabel
            value={text}
            onChange={(typed) => onChange({ text: typed })}
            placeholder="0"
            numeric
            error={
              over
                ? t('refusal.allocation_moreThanLeft', { left: money(leftMinor) })
                : undefined
            }
          />
        </Column>
      </Line>
      {mayGrant ? (
        <Button
          label={
            inTime
              ? t('payment.grant', { amount: money(discountMinor) })
              : t('payment.lateGrant', {
                  amount: money(discountMinor),
                  date: discountDate ? dates.day(discountDate) : '',
                })
          }
          onPress={() =>
            onChange({ text: toDecimal(row.amountMinor, currency), discountMinor })
          }
        />
      ) : null}
    </Column>
  );
}
