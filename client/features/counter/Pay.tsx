import type { CounterSettings, SaleAnswer } from '@abacist/contracts';
import { brokenPriceRules } from '@abacist/core/sales';
import type { OfferedTender, OfferedRefund } from '@abacist/core/tenders';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import X from 'lucide-react-native/icons/x';
import { Redirect, router } from '~/router';
import { createElement, useState } from 'react';
import { sendCommand } from '~/api/command';
import { ApiError } from '~/api/http';
import { useAskedFirst } from '~/features/approval';
import { WillPost } from '~/features/books';
import { useCounterSettings } from '~/features/catalogue';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { ErrorNote, Loading } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';
import { deskOf, takenWord, tenderIcon } from '~/features/tenderKinds';
import { GiveBack } from './GiveBack';
import { LooseCharges } from './LooseCharges';
import { named, useScanner, useTicket, withTender } from '~/features/ticket';
import { ToPay } from './Ticket';
import { givesBack, offeredMinor, useFigures } from './useCounter';

/** Paying is one step: what is left, the shop's tenders, cash offers, several tenders. */
export function PayScreen() {
  const settings = useCounterSettings();
  return <Query of={settings}>{(data) => <PayFor settings={data} />}</Query>;
}

/** The difference of the ticket: to pay, to give back, or none. */
function PayFor({ settings }: { settings: CounterSettings }) {
  const t = useWords();
  const { empty, totalMinor, original, back, sold } = useFigures(settings);
  const { lines, returned, extras } = useTicket();
  const paysBack = extras.some(({ kind }) => givesBack(kind));
  // Asked before money changes hands. What goes out is asked about when it is posted, which is before.
  const approved = useAskedFirst(
    totalMinor > 0 && sold
      ? brokenPriceRules(
          // Lines of an order stand at the prices that were agreed then.
          sold.lines.filter((_, i) => !(lines[i] && 'order' in lines[i] && lines[i].order)),
          settings.allowance,
        )
      : [],
    () => router.replace('/counter'),
  );
  const sale = useSale(settings, approved);
  // One more thing of the customer’s, when the ticket stands at its payment already.
  useScanner((scanned) => {
    if (sale.isPending) return;
    useTicket.setState({ scanned });
    router.replace('/counter');
  });
  if (empty && !sale.isPending && !sale.isSuccess && !sale.error) {
    return <Redirect href="/counter" />;
  }
  const reading = returned && 'saleId' in returned && !original;
  const gives = totalMinor < 0 || (sale.isSuccess && sale.data.totalMinor < 0);
  return (
    <Screen title={t(gives ? 'refund.title' : 'counter.paying')} back="/counter">
      {reading && !sale.isSuccess ? <Loading /> : <ToPay settings={settings} />}
      {reading ? null : gives ? (
        back || paysBack ? (
          <GiveBack
            settings={settings}
            sale={{
              ...sale,
              mutate: (refunds: OfferedRefund[], fromSafe: boolean) =>
                sale.mutate({ tenders: [], refunds, fromSafe }),
            }}
          />
        ) : null
      ) : totalMinor === 0 && returned ? (
        <Even sale={sale} />
      ) : (
        <Pay settings={settings} sale={sale} />
      )}
    </Screen>
  );
}

type Payment = {
  tenders: OfferedTender[];
  refunds?: OfferedRefund[];
  /** Its cash comes out of the safe. */
  fromSafe?: boolean;
};

/** Sends the ticket; its receipt follows. */
function useSale(settings: CounterSettings, approved: ReturnType<typeof useAskedFirst>) {
  const client = useQueryClient();
  const ticket = useTicket();
  const commandOf = useTicketCommand(settings);
  return useMutation({
    mutationFn: (payment: Payment) =>
      sendCommand<SaleAnswer>('/sales', commandOf(payment), ticket.key, approved()),
    onSuccess: async (answer) => {
      const { counting } = ticket;
      ticket.clear();
      if (counting)
        router.replace(`/days/${counting.date}/count/${counting.drawerId}` as never);
      else
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
}
type Sale = ReturnType<typeof useSale>;

/** The ticket under way as the command that sells it. */
function useTicketCommand(settings: CounterSettings) {
  const ticket = useTicket();
  const drawerId = ticket.drawerId ?? settings.drawers[0]?.id;
  return ({ tenders, refunds, fromSafe }: Payment) => ({
    drawerId: fromSafe ? null : (ticket.counting?.drawerId ?? drawerId),
    sessionId: ticket.counting?.sessionId,
    lines: ticket.lines,
    discount: ticket.discount,
    returned: ticket.returned,
    extras: ticket.extras.length ? ticket.extras : undefined,
    customer: named(ticket.customer),
    pricesIncludeTax: ticket.pricesIncludeTax,
    salespersonId: ticket.salespersonId,
    tenders,
    refunds,
  });
}

/** An exchange for goods of the same worth: nothing changes hands. */
function Even({ sale }: { sale: Sale }) {
  const t = useWords();
  return (
    <Column paddingHorizontal="$4" gap="$3">
      <Body>{t('refund.even')}</Body>
      <ErrorNote error={sale.error} />
      <Button
        kind="primary"
        big
        disabled={sale.isPending}
        label={t('refund.post')}
        onPress={() => sale.mutate({ tenders: [] })}
      />
    </Column>
  );
}

function Pay({ settings, sale }: { settings: CounterSettings; sale: Sale }) {
  const t = useWords();
  const ticket = useTicket();
  const { totalMinor, leftMinor, cashMinor } = useFigures(settings);
  const tenders = settings.tenders.filter(({ kind }) => {
    const { pays } = deskOf(kind);
    return pays && (pays.fits?.(ticket) ?? true);
  });
  const ahead = tenders.find(({ kind }) => deskOf(kind).pays?.first?.(ticket));
  const [picked, setChosen] = useState<number | undefined>();
  const chosen = picked ?? ahead?.id ?? tenders[0]?.id;
  const tender = tenders.find(({ id }) => id === chosen);
  const form = tender && deskOf(tender.kind).pays?.Form;
  const commandOf = useTicketCommand(settings);
  const [rest] = tenders.flatMap((one) => deskOf(one.kind).pays?.rest?.(one, cashMinor) ?? []);
  const take = (offered: OfferedTender) => {
    if (sale.isPending) return;
    const whole = offeredMinor(offered) >= ('amountMinor' in offered ? leftMinor : cashMinor);
    if (whole) sale.mutate({ tenders: withTender(ticket.tenders, offered) });
    else {
      ticket.addTender(offered);
      setChosen(undefined);
    }
  };
  return (
    <Column gap="$4" paddingBottom="$5">
      {ticket.tenders.length ? <Taken settings={settings} /> : null}
      <LooseCharges settings={settings} leftMinor={leftMinor} onTake={take} />
      <Line
        gap="$2"
        paddingHorizontal="$4"
        flexWrap="wrap"
        role="group"
        aria-label={t('counter.tenders')}
      >
        {tenders.map((one) => (
          <Button
            key={one.id}
            kind={one.id === chosen ? 'chosen' : 'quiet'}
            pressed={one.id === chosen}
            icon={tenderIcon(one)}
            label={one.name}
            {...(one.shortcut && { shortcut: one.shortcut })}
            onPress={() => setChosen(one.id)}
          />
        ))}
      </Line>
      <Column paddingHorizontal="$4">
        <ErrorNote error={sale.error} />
      </Column>
      {totalMinor > 0 && tender && form
        ? createElement(form, {
            tender,
            settings,
            leftMinor,
            cashMinor,
            busy: sale.isPending,
            take,
          })
        : null}
      {totalMinor > 0 && rest ? (
        <Column paddingHorizontal="$4" alignItems="flex-start">
          <WillPost
            right="POST /sales"
            path="/sales"
            command={() => commandOf({ tenders: withTender(ticket.tenders, rest) })}
            note={t('counter.asIfCash')}
          />
        </Column>
      ) : null}
    </Column>
  );
}

/** The tenders taken so far, each removable. */
function Taken({ settings }: { settings: CounterSettings }) {
  const t = useWords();
  const { tenders, removeTender } = useTicket();
  return (
    <Sheet role="list" aria-label={t('counter.taken')}>
      {tenders.map((taken, i) => (
        <SheetRow key={i} role="listitem" paddingRight="$1">
          <Body flex={1}>
            {settings.tenders.find(({ id }) => id === taken.tenderId)?.name}
            {takenWord(taken)}
          </Body>
          <Money minor={offeredMinor(taken)} strong />
          <Button
            kind="plain"
            icon={X}
            iconOnly
            label={t('counter.removeTender')}
            onPress={() => removeTender(i)}
          />
        </SheetRow>
      ))}
    </Sheet>
  );
}
