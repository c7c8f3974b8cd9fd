import type { CounterSettings } from '@abacist/contracts';
import { decimal } from '@abacist/core/money';
import X from 'lucide-react-native/icons/x';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, SheetRow } from '~/ui/Box';
import { BigMoney, Money, useMoney } from '~/ui/Money';
import { Body, Heading } from '~/ui/Text';
import { useTicket } from './store';
import { usePriced } from './useCounter';

/** The lines rung so far, their tax by authority, and what is to pay. */
export function TicketLines({ settings }: { settings: CounterSettings }) {
  const t = useWords();
  const money = useMoney();
  const { removeLine } = useTicket();
  const { ticket } = usePriced(settings);
  if (!ticket) {
    return (
      <Column padding="$4" gap="$1">
        <Body tone="faded">{t('counter.emptyTicket')}</Body>
      </Column>
    );
  }
  return (
    <Column role="list" aria-label={t('counter.ticket')}>
      {ticket.lines.map((line, i) => {
        const item = settings.items.find(({ id }) => id === line.itemId);
        const plain = decimal(line.quantity).digits === 1n && line.quantity === '1';
        return (
          <SheetRow key={i} role="listitem" paddingRight="$1">
            <Column flex={1} minWidth={0}>
              <Body>{line.description}</Body>
              {item && !plain ? (
                <Body small tone="faded">
                  {t('counter.quantity', {
                    quantity: line.quantity,
                    unit: item.unit,
                    price: money(line.unitPriceMinor),
                  })}
                </Body>
              ) : null}
            </Column>
            <Money minor={line.amountMinor} strong />
            <Button
              kind="plain"
              icon={X}
              iconOnly
              label={t('counter.removeLine', { name: line.description })}
              onPress={() => removeLine(i)}
            />
          </SheetRow>
        );
      })}
      {ticket.taxes.length ? (
        <SheetRow>
          <Body tone="faded" flex={1}>
            {ticket.taxes
              .map(({ authorityId, taxMinor }) => {
                const authority = settings.authorities.find(({ id }) => id === authorityId);
                return `${authority?.name ?? ''} ${money(taxMinor)}`;
              })
              .join(' · ')}
          </Body>
          <Money minor={ticket.taxMinor} tone="faded" />
        </SheetRow>
      ) : null}
    </Column>
  );
}

/** What is to pay in big figures, and what cash would pay when it is rounded. */
export function ToPay({ settings }: { settings: CounterSettings }) {
  const t = useWords();
  const money = useMoney();
  const { cashStepMinor } = useShop();
  const { ticket, leftMinor, cashMinor } = usePriced(settings);
  const left = ticket !== null && leftMinor !== ticket.totalMinor;
  return (
    <Column paddingHorizontal="$4" paddingVertical="$3" gap="$1">
      <Line justifyContent="space-between" gap="$3" flexWrap="wrap">
        <Heading size="page" level={2}>
          {left ? t('counter.leftToPay') : t('counter.toPay')}
        </Heading>
        <BigMoney minor={leftMinor} />
      </Line>
      {cashStepMinor > 1 && leftMinor > 0 && cashMinor !== leftMinor ? (
        <Body tone="faded">{t('counter.cashPays', { amount: money(cashMinor) })}</Body>
      ) : null}
    </Column>
  );
}
