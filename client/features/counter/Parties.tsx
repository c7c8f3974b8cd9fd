import type { CounterSettings, CustomerFound } from '@abacist/contracts';
import { holdsCardNumber } from '@abacist/core/cards';
import { writesTax } from '@abacist/core/customers';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import UserRound from 'lucide-react-native/icons/user-round';
import { router } from '~/router';
import { useTheme } from '@tamagui/core';
import { useState } from 'react';
import { request } from '~/api/http';
import { useShop, useSignedIn } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { Body, Heading } from '~/ui/Text';
import { listed, useTicket } from '~/features/ticket';
import { useTicketRules } from './useCounter';

/** Who buys, how the prices are written, who sold it: one line above the ticket. */
export function PartiesRow({ settings }: { settings: CounterSettings }) {
  const t = useWords();
  const theme = useTheme();
  const shop = useShop();
  const { customer, pricesIncludeTax, salespersonId } = useTicket();
  const [open, setOpen] = useState(false);
  const withTax = pricesIncludeTax ?? writesTax(listed(customer), shop.pricesIncludeTax);
  const seller = settings.salespeople.find(({ id }) => id === salespersonId);
  const name = customer?.name ?? t('parties.walkIn');
  const { buyer } = useTicketRules(settings);
  const details = [
    buyer?.exempt ? t('parties.exempt') : '',
    t(withTax ? 'parties.withTax' : 'parties.withoutTax'),
    seller ? t('parties.soldBy', { name: seller.name }) : '',
  ].filter(Boolean);
  return (
    <Column
      borderBottomWidth={1}
      borderColor="$rule"
      paddingHorizontal="$1"
      backgroundColor="$sheet"
    >
      <Button
        kind="plain"
        label={t('parties.open', { name, details: details.join(' · ') })}
        onPress={() => setOpen(true)}
      >
        <Line flex={1} gap="$2" minWidth={0}>
          <UserRound size={18} color={theme.faded.val} aria-hidden />
          <Body flex={1} textAlign="left" strong={customer !== null}>
            {name}
          </Body>
          <Body small tone="faded">
            {details.join(' · ')}
          </Body>
        </Line>
      </Button>
      {open ? <PartiesDialog settings={settings} onClose={() => setOpen(false)} /> : null}
    </Column>
  );
}

function PartiesDialog({
  settings,
  onClose,
}: {
  settings: CounterSettings;
  onClose: () => void;
}) {
  const t = useWords();
  const shop = useShop();
  const ticket = useTicket();
  const { customer, pricesIncludeTax } = ticket;
  const withTax = pricesIncludeTax ?? writesTax(listed(customer), shop.pricesIncludeTax);
  return (
    <Dialog open title={t('parties.title')} onClose={onClose}>
      <WhoBuys onChosen={onClose} />
      <Column gap="$2">
        <Heading size="section">{t('parties.prices')}</Heading>
        <Choice
          label={t('parties.prices')}
          value={withTax ? 'with' : 'without'}
          options={[
            { value: 'without', label: t('items.priceWithout') },
            { value: 'with', label: t('items.priceWith') },
          ]}
          onChange={(kind) => ticket.setParties({ pricesIncludeTax: kind === 'with' })}
        />
      </Column>
      <WhoSold settings={settings} />
      <Button kind="primary" big label={t('common.done')} onPress={onClose} />
    </Dialog>
  );
}

/** The customer: one of the list, a name typed once, or a walk-in without one. */
function WhoBuys({ onChosen }: { onChosen: () => void }) {
  const t = useWords();
  const { customer, setParties } = useTicket();
  const [text, setText] = useState('');
  const found = useQuery({
    queryKey: ['customers', text.trim()],
    queryFn: () =>
      request<{ customers: CustomerFound[] }>(
        'GET',
        `/customers?text=${encodeURIComponent(text.trim())}`,
      ),
    enabled: text.trim() !== '',
    placeholderData: keepPreviousData,
  });
  const choose = (chosen: CustomerFound | { name: string } | null) => {
    setParties({ customer: chosen, pricesIncludeTax: undefined });
    onChosen();
  };
  const secret = holdsCardNumber(text);
  const results = text.trim() ? (found.data?.customers ?? []) : [];
  return (
    <Column gap="$2">
      {customer ? (
        <Line gap="$2" justifyContent="space-between">
          <Body strong flex={1}>
            {customer.name}
          </Body>
          <Button label={t('parties.asWalkIn')} onPress={() => choose(null)} />
        </Line>
      ) : null}
      <Field
        label={t('parties.find')}
        value={text}
        onChange={setText}
        maxLength={80}
        autoFocus
        error={secret ? t('refusal.text_cardNumber') : undefined}
        onSubmit={() => {
          if (results[0]) choose(results[0]);
        }}
      />
      {results.length ? (
        <Sheet role="list" aria-label={t('parties.found')} maxHeight={240} overflow="scroll">
          {results.map((one) => (
            <Column key={one.id} role="listitem" borderBottomWidth={1} borderColor="$rule">
              <Button kind="plain" label={one.name} onPress={() => choose(one)}>
                <Line flex={1} justifyContent="space-between" gap="$2">
                  <Body textAlign="left">{one.name}</Body>
                  <Body small tone="faded">
                    {[one.number, one.phone].filter(Boolean).join(' · ')}
                  </Body>
                </Line>
              </Button>
            </Column>
          ))}
        </Sheet>
      ) : null}
      <Line gap="$2" flexWrap="wrap">
        {text.trim() && !secret ? (
          <Button
            label={t('parties.onlyName', { name: text.trim() })}
            onPress={() => choose({ name: text.trim() })}
          />
        ) : null}
        <Button
          label={t('parties.new')}
          onPress={() => {
            onChosen();
            router.push({
              pathname: '/customers/[id]',
              params: { id: 'new', ticket: '1', name: secret ? '' : text.trim() },
            });
          }}
        />
      </Line>
    </Column>
  );
}

/** Who sold it, by a short code; the person who is signed in where none is typed. */
function WhoSold({ settings }: { settings: CounterSettings }) {
  const t = useWords();
  const { person } = useSignedIn();
  const { salespersonId, setParties } = useTicket();
  const seller = settings.salespeople.find(({ id }) => id === salespersonId);
  const [code, setCode] = useState(seller?.salesCode ?? '');
  const known = settings.salespeople.find(({ salesCode }) => salesCode === code.trim());
  const change = (text: string) => {
    setCode(text);
    const next = settings.salespeople.find(({ salesCode }) => salesCode === text.trim());
    setParties({ salespersonId: text.trim() ? next?.id : undefined });
  };
  return (
    <Field
      label={t('parties.code')}
      value={code}
      onChange={change}
      maxLength={4}
      hint={code.trim() ? (known?.name ?? '') : person.name}
      error={code.trim() && !known ? t('parties.noCode') : undefined}
    />
  );
}
