import { parseAmount } from '@abacist/core/money';
import X from 'lucide-react-native/icons/x';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Check } from '~/ui/Check';
import { Field } from '~/ui/Field';
import { Money, useMoney } from '~/ui/Money';
import { Body, Heading } from '~/ui/Text';
import { Allocations } from './Allocations';
import type { Part, Typed } from './partOf';

/** One account of a payment: what it gets, which credits are used too, and where it goes. */
export function PaymentPart({
  part,
  first,
  today,
  onType,
  onRemove,
}: {
  part: Part;
  first: boolean;
  today: string;
  onType: (typed: Partial<Typed>) => void;
  onRemove: (() => void) | undefined;
}) {
  const t = useWords();
  const word = useRefusalText();
  const money = useMoney();
  const { currency } = useShop();
  const { account, typed, amountMinor, proposal, shown, overMinor, late } = part;
  const read = parseAmount(typed.amount || '0', currency);
  const charges = account.items.filter(({ leftMinor }) => leftMinor > 0);
  const credits = account.items.filter(({ leftMinor }) => leftMinor < 0);
  const toggle = (id: number) =>
    onType({
      credits: typed.credits.includes(id)
        ? typed.credits.filter((one) => one !== id)
        : [...typed.credits, id],
      given: {},
    });
  return (
    <Column gap="$3">
      <Line paddingHorizontal="$4" gap="$3" justifyContent="space-between">
        <Heading size="section">{account.name}</Heading>
        <Line gap="$2">
          <Body tone="faded">{t('accounts.owes')}</Body>
          <Money minor={account.balanceMinor} strong />
          {onRemove ? (
            <Button
              kind="plain"
              icon={X}
              iconOnly
              label={t('payment.removeAccount', { name: account.name })}
              onPress={onRemove}
            />
          ) : null}
        </Line>
      </Line>
      <Line paddingHorizontal="$4" gap="$3" alignItems="flex-start">
        <Column flex={1}>
          <Field
            label={t('payment.amount')}
            value={typed.amount}
            onChange={(amount) => onType({ amount, given: {}, keep: false })}
            numeric
            big
            autoFocus={first}
            error={typed.amount && !read.ok ? word(read.refusals[0]!) : undefined}
          />
        </Column>
        {charges.length > 1 ? (
          <Column flex={1}>
            <Field
              label={t('payment.named')}
              hint={t('payment.namedHint')}
              value={typed.named}
              onChange={(named) => onType({ named, given: {} })}
              maxLength={200}
            />
          </Column>
        ) : null}
      </Line>
      {charges.length > 0 && credits.length > 0 ? (
        <Sheet role="group" aria-label={t('payment.credits')}>
          {credits.map((credit) => (
            <Check
              key={credit.id}
              on={typed.credits.includes(credit.id)}
              onToggle={() => toggle(credit.id)}
            >
              <Body flex={1} textAlign="left">
                {t('payment.useCredit', { number: credit.number })}
              </Body>
              <Money minor={-credit.leftMinor} />
            </Check>
          ))}
        </Sheet>
      ) : null}
      {charges.length === 0 ? (
        <Body paddingHorizontal="$4" tone="faded">
          {t('payment.none')}
        </Body>
      ) : amountMinor === null ? null : (
        <Body paddingHorizontal="$4" tone="faded" role="status">
          {t(shown.byHand ? 'payment.byHand' : `payment.by_${proposal.by}`)}
        </Body>
      )}
      {charges.length ? (
        <Allocations
          charges={charges}
          shown={shown}
          paidOn={today}
          onChange={(given) => onType({ given: { ...typed.given, ...given } })}
        />
      ) : null}
      {late ? (
        <Column paddingHorizontal="$4">
          <Field
            label={t('payment.reason')}
            value={typed.reason}
            onChange={(reason) => onType({ reason })}
            maxLength={200}
          />
        </Column>
      ) : null}
      {amountMinor !== null && overMinor !== 0 ? (
        <SheetRow backgroundColor="$sheet">
          <Body tone={overMinor < 0 ? 'loose' : 'ink'}>
            {t(overMinor < 0 ? 'payment.short' : 'payment.over')}
          </Body>
          <Money minor={Math.abs(overMinor)} strong tone={overMinor < 0 ? 'loose' : 'ink'} />
        </SheetRow>
      ) : null}
      {overMinor > 0 && amountMinor !== null ? (
        <Check on={typed.keep} onToggle={() => onType({ keep: !typed.keep })}>
          <Body flex={1} textAlign="left">
            {t('payment.keep', { amount: money(overMinor) })}
          </Body>
        </Check>
      ) : null}
    </Column>
  );
}
