import type { AccountSummary } from '@abacist/contracts';
import { holdsCardNumber } from '@abacist/core/cards';
import PenLine from 'lucide-react-native/icons/pen-line';
import { useState } from 'react';
import {
  AccountFinder,
  AccountTags,
  ChargeEffect,
  Gauge,
  useAccount,
  useAccountList,
  useChargePreview,
} from '~/features/accounts';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';
import { SignaturePad } from '~/ui/SignaturePad';
import { Body, Heading } from '~/ui/Text';
import { listed, useTicket } from '~/features/ticket';
import { useAmount } from './useAmount';

/** Stands in the choice for a buyer who is not on the list. */
const OTHER = '\u0000';

type Taken = {
  chargeAccountId: number;
  amountMinor: number;
  buyer: string;
  reference: string;
  signature?: string;
};

/**
 * On account: whose, who buys, and what that leaves of the limit. A customer on the ticket who
 * has an account is offered at once.
 */
export function OnAccountForm({
  leftMinor,
  busy,
  onTake,
}: {
  leftMinor: number;
  busy: boolean;
  onTake: (taken: Taken) => void;
}) {
  const { customer } = useTicket();
  const ofTicket = listed(customer);
  const own = useAccountList(ofTicket?.number ?? '', {}, ofTicket !== null);
  const [chosen, setChosen] = useState<AccountSummary | null | undefined>();
  const offered = own.data?.pages[0]?.accounts.find(
    ({ customerId }) => customerId === ofTicket?.id,
  );
  const account = chosen === undefined ? (offered ?? null) : chosen;
  return (
    <Column gap="$3" paddingHorizontal="$4">
      {account ? (
        <Charge
          key={account.id}
          account={account}
          {...{ leftMinor, busy, onTake }}
          onAnother={() => setChosen(null)}
        />
      ) : (
        <AccountFinder onChoose={setChosen} />
      )}
    </Column>
  );
}

function Charge({
  account,
  leftMinor,
  busy,
  onTake,
  onAnother,
}: {
  account: AccountSummary;
  leftMinor: number;
  busy: boolean;
  onTake: (taken: Taken) => void;
  onAnother: () => void;
}) {
  const t = useWords();
  const amount = useAmount(leftMinor);
  const page = useAccount(account.id);
  const [buyer, setBuyer] = useState('');
  const [other, setOther] = useState(false);
  const [reference, setReference] = useState('');
  const [signature, setSignature] = useState('');
  const [signing, setSigning] = useState(false);
  const preview = useChargePreview(account.id, amount.minor ?? null, buyer);
  const { buyers = [], buyersOnly = false, note = '', terms } = page.data?.account ?? {};
  const secret = [buyer, reference].some(holdsCardNumber);
  const unnamed = buyersOnly && !buyer.trim();
  const take = () => {
    if (busy || amount.minor === undefined || secret || unnamed) return;
    onTake({
      chargeAccountId: account.id,
      amountMinor: amount.minor,
      buyer: buyer.trim(),
      reference: reference.trim(),
      ...(signature && { signature }),
    });
  };
  return (
    <>
      <Line gap="$3" justifyContent="space-between">
        <Heading size="section" flex={1}>
          {account.name}
        </Heading>
        <Button label={t('onAccount.another')} onPress={onAnother} />
      </Line>
      <Gauge account={account} />
      <AccountTags account={account} />
      {note ? <Body>{note}</Body> : null}
      {buyers.length ? (
        <Choice
          label={t('onAccount.buyer')}
          value={other ? OTHER : buyer}
          options={[
            ...buyers.map((name) => ({ value: name, label: name })),
            { value: OTHER, label: t('onAccount.buyerOther') },
          ]}
          onChange={(name) => {
            setOther(name === OTHER);
            setBuyer(name === OTHER ? '' : name);
          }}
        />
      ) : null}
      {other || (buyersOnly && buyers.length === 0) ? (
        <Field
          label={t('onAccount.buyer')}
          hint={unnamed ? t('onAccount.buyerNone') : undefined}
          value={buyer}
          onChange={setBuyer}
          maxLength={80}
        />
      ) : null}
      <Line gap="$3" alignItems="flex-start">
        <Column flex={1}>
          <Field
            label={t('onAccount.amount')}
            value={amount.text}
            onChange={amount.setText}
            numeric
            error={amount.error}
            onSubmit={take}
          />
        </Column>
        <Column flex={1}>
          <Field
            label={t('onAccount.reference')}
            value={reference}
            onChange={setReference}
            maxLength={40}
            error={secret ? t('refusal.text_cardNumber') : undefined}
            onSubmit={take}
          />
        </Column>
      </Line>
      <ErrorNote error={preview.error} />
      {preview.data ? (
        <ChargeEffect preview={preview.data} percent={terms?.discountPercent ?? '0'} />
      ) : null}
      <Line gap="$3" justifyContent="space-between">
        <Body tone={signature ? 'home' : 'faded'}>
          {t(signature ? 'onAccount.signed' : 'onAccount.notSigned')}
        </Body>
        <Button icon={PenLine} label={t('onAccount.sign')} onPress={() => setSigning(true)} />
      </Line>
      {signing ? (
        <Dialog
          open
          title={t('onAccount.signFor', { amount: amount.shown })}
          onClose={() => setSigning(false)}
        >
          <SignaturePad
            label={t('onAccount.signHere')}
            onSigned={(png) => {
              setSignature(png);
              setSigning(false);
            }}
            onCancel={() => setSigning(false)}
          />
        </Dialog>
      ) : null}
      <Button
        kind="primary"
        big
        disabled={busy || amount.minor === undefined || secret || unnamed}
        label={t('onAccount.take', { amount: amount.shown })}
        onPress={take}
      />
    </>
  );
}
