import type { CounterSettings, SaleAnswer } from '@abacist/contracts';
import { cashOffers, parseAmount } from '@abacist/core/money';
import type { OfferedTender } from '@abacist/core/tenders';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import Banknote from 'lucide-react-native/icons/banknote';
import CreditCard from 'lucide-react-native/icons/credit-card';
import X from 'lucide-react-native/icons/x';
import { Redirect, router } from 'expo-router';
import { useEffect, useState } from 'react';
import { sendCommand } from '~/api/command';
import { ApiError } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { Money, useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';
import { CardForm } from './CardForm';
import { useTicket } from './store';
import { ToPay } from './Ticket';
import { useCounterSettings, usePriced } from './useCounter';

/** Paying is one step: what is left, the shop's tenders, cash offers, several tenders. */
export function PayScreen() {
  const settings = useCounterSettings();
  return <Query of={settings}>{(data) => <Pay settings={data} />}</Query>;
}

function Pay({ settings }: { settings: CounterSettings }) {
  const t = useWords();
  const client = useQueryClient();
  const { currency } = useShop();
  const ticket = useTicket();
  const { ticket: priced, leftMinor, cashMinor } = usePriced(settings);
  const [chosen, setChosen] = useState(settings.tenders[0]?.id);
  const tender = settings.tenders.find(({ id }) => id === chosen);
  const drawerId = ticket.drawerId ?? settings.drawers[0]?.id;
  const sale = useMutation({
    mutationFn: (last: OfferedTender) =>
      sendCommand<SaleAnswer>(
        '/sales',
        { drawerId, lines: ticket.lines, tenders: [...ticket.tenders, last] },
        ticket.key,
      ),
    onSuccess: async (answer) => {
      ticket.clear();
      router.replace({
        pathname: '/sales/[id]',
        params: { id: answer.saleId, change: answer.changeMinor },
      });
      await client.invalidateQueries();
    },
    // Posted before under this key: its answer was lost, so the ticket is done.
    onError: (error) => {
      if (error instanceof ApiError && error.body.error === 'alreadyPosted') ticket.clear();
    },
  });
  useShortcuts(settings, setChosen);
  if (ticket.lines.length === 0 && !sale.isPending && !sale.isSuccess && !sale.error) {
    return <Redirect href="/counter" />;
  }
  const take = (offered: OfferedTender) => {
    if (sale.isPending) return;
    const pays = offered.kind === 'cash' ? offered.tenderedMinor >= cashMinor : false;
    const whole = offered.kind === 'card' && offered.amountMinor >= leftMinor;
    if (pays || whole) sale.mutate(offered);
    else if (offered.kind === 'card') ticket.addTender(offered);
  };
  return (
    <Screen title={t('counter.paying')} back="/counter">
      <ToPay settings={settings} />
      <Column gap="$4" paddingBottom="$5">
        {ticket.tenders.length ? (
          <Sheet role="list" aria-label={t('counter.taken')}>
            {ticket.tenders.map((taken, i) => (
              <SheetRow key={i} role="listitem" paddingRight="$1">
                <Body flex={1}>
                  {settings.tenders.find(({ id }) => id === taken.tenderId)?.name}
                  {taken.kind === 'card' ? ` ···· ${taken.lastFour}` : ''}
                </Body>
                <Money
                  minor={taken.kind === 'card' ? taken.amountMinor : taken.tenderedMinor}
                  strong
                />
                <Button
                  kind="plain"
                  icon={X}
                  iconOnly
                  label={t('counter.removeTender')}
                  onPress={() => ticket.removeTender(i)}
                />
              </SheetRow>
            ))}
          </Sheet>
        ) : null}
        <Line
          gap="$2"
          paddingHorizontal="$4"
          flexWrap="wrap"
          role="group"
          aria-label={t('counter.tenders')}
        >
          {settings.tenders.map((one) => (
            <Button
              key={one.id}
              kind={one.id === chosen ? 'chosen' : 'quiet'}
              pressed={one.id === chosen}
              icon={one.kind === 'cash' ? Banknote : CreditCard}
              label={one.name}
              onPress={() => setChosen(one.id)}
            />
          ))}
        </Line>
        <Column paddingHorizontal="$4">
          <ErrorNote error={sale.error} />
        </Column>
        {priced && tender?.kind === 'cash' ? (
          <Cash
            key={cashMinor}
            cashMinor={cashMinor}
            currency={currency}
            onTake={(tenderedMinor) =>
              take({ kind: 'cash', tenderId: tender.id, tenderedMinor })
            }
          />
        ) : null}
        {priced && tender?.kind === 'card' ? (
          <CardForm
            key={`${tender.id} ${leftMinor}`}
            name={tender.name}
            leftMinor={leftMinor}
            busy={sale.isPending}
            onTake={(card) => take({ kind: 'card', tenderId: tender.id, ...card })}
          />
        ) : null}
      </Column>
    </Screen>
  );
}

/** Each tender's own key chooses it, unless a field has the focus. */
function useShortcuts(settings: CounterSettings, choose: (id: number) => void): void {
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLInputElement;
      if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
      const tender = settings.tenders.find(({ shortcut }) => shortcut === event.key);
      if (tender) choose(tender.id);
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [settings, choose]);
}

function Cash({
  cashMinor,
  currency,
  onTake,
}: {
  cashMinor: number;
  currency: string;
  onTake: (tenderedMinor: number) => void;
}) {
  const t = useWords();
  const money = useMoney();
  const [text, setText] = useState('');
  const offers = cashMinor > 0 ? cashOffers(cashMinor, currency) : [0];
  const typed = parseAmount(text, currency);
  const enough = typed.ok && typed.value >= cashMinor;
  return (
    <Column gap="$3" paddingHorizontal="$4">
      <Line gap="$2" flexWrap="wrap" role="group" aria-label={t('counter.cashOffers')}>
        {offers.map((offer, i) => (
          <Button
            key={offer}
            big
            kind={i === 0 ? 'primary' : 'quiet'}
            label={i === 0 ? t('counter.exact', { amount: money(offer) }) : money(offer)}
            onPress={() => onTake(offer)}
          />
        ))}
      </Line>
      <Line gap="$2" alignItems="flex-end">
        <Column flex={1}>
          <Field
            label={t('counter.otherCash')}
            value={text}
            onChange={setText}
            numeric
            error={
              text && !typed.ok
                ? t(`refusal.${typed.refusals[0]!.code.replaceAll('.', '_')}`, {
                    ...typed.refusals[0]!.params,
                  })
                : text && !enough
                  ? t('counter.notEnough')
                  : undefined
            }
            onSubmit={() => {
              if (typed.ok && enough) onTake(typed.value);
            }}
          />
        </Column>
        <Button
          label={t('counter.takeCash')}
          disabled={!enough}
          onPress={() => {
            if (typed.ok && enough) onTake(typed.value);
          }}
        />
      </Line>
    </Column>
  );
}
