import type { BankChargeback, DisputesView, ProcessorsView } from '@abacist/contracts';
import { parseAmount } from '@abacist/core/money';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Column, Line } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { BigMoney, useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';
import type { MeaningDialog } from './room';

const A_NEW_ONE = 'new';

/** A line about a disputed card: debited by the bank itself, a fee for it, or given back. */
export function Disputed({ line, onClose }: MeaningDialog) {
  const t = useWords();
  const disputes = useQuery({
    queryKey: ['disputes'],
    queryFn: () => request<DisputesView>('GET', '/disputes'),
  });
  const processors = useQuery({
    queryKey: ['processors'],
    queryFn: () => request<ProcessorsView>('GET', '/processors'),
  });
  return (
    <Dialog open title={t('trail.disputed')} onClose={onClose}>
      <Line justifyContent="space-between" alignItems="baseline" gap="$3">
        <Body>{t(line.amountMinor < 0 ? 'trail.disputedOut' : 'trail.disputedIn')}</Body>
        <BigMoney minor={Math.abs(line.amountMinor)} />
      </Line>
      <Query of={disputes}>
        {({ open }) => (
          <Query of={processors}>
            {(known) => (
              <Ask {...{ line, onClose }} open={open} processors={known.processors} />
            )}
          </Query>
        )}
      </Query>
    </Dialog>
  );
}

function Ask({
  line,
  open,
  processors,
  onClose,
}: MeaningDialog & Pick<ProcessorsView, 'processors'> & Pick<DisputesView, 'open'>) {
  const t = useWords();
  const money = useMoney();
  const out = line.amountMinor < 0;
  const fitting = open.filter(({ openMinor }) => out || openMinor >= line.amountMinor);
  const [which, setWhich] = useState(out ? A_NEW_ONE : String(fitting[0]?.id ?? ''));
  const dispute = fitting.find(({ id }) => String(id) === which);
  const [told, setTold] = useState(() => nothingTold(processors));
  const send = useCommand<BankChargeback, object>('/bank-chargebacks', onClose);
  const fee = useFee(told.fee, -line.amountMinor);
  const processorId = dispute?.processorId ?? told.processorId;
  const ready = processorId !== null && (dispute ?? (out && fee.ok)) && !send.isPending;
  const decide = () => {
    if (!ready) return;
    const { scheme, reference, lastFour } = told;
    send.mutate({
      ...{ lineId: line.id, processorId, disputeId: dispute?.id ?? null },
      feeMinor: dispute ? 0 : fee.minor,
      ...(dispute
        ? { scheme: '', reference: '', lastFour: '' }
        : { scheme, reference, lastFour }),
    });
  };
  if (!out && fitting.length === 0)
    return (
      <>
        <Body>{t('trail.disputedNone', { amount: money(line.amountMinor) })}</Body>
        <Decide label={t('trail.disputedIt')} disabled onDecide={decide} onCancel={onClose} />
      </>
    );
  return (
    <>
      <Select
        label={t('trail.disputedWhich')}
        value={which}
        options={[
          ...(out ? [{ value: A_NEW_ONE, label: t('trail.disputedNew') }] : []),
          ...fitting.map((one) => ({
            value: String(one.id),
            label: t(out ? 'trail.disputedFeeOf' : 'trail.disputedBackOf', {
              card: [one.scheme, one.lastFour].filter(Boolean).join(' ··'),
              open: money(one.openMinor),
              processor: one.processor,
            }),
          })),
        ]}
        onChange={setWhich}
      />
      {dispute || !out ? null : (
        <Told
          {...{ told, processors }}
          feeError={fee.error}
          onChange={(change) => setTold({ ...told, ...change })}
        />
      )}
      <ErrorNote error={send.error} />
      <Decide
        label={t('trail.disputedIt')}
        disabled={!ready}
        onDecide={decide}
        onCancel={onClose}
      />
    </>
  );
}

type Known = Omit<BankChargeback, 'lineId' | 'disputeId' | 'feeMinor' | 'processorId'> & {
  processorId: number | null;
  fee: string;
};

const nothingTold = ([first]: ProcessorsView['processors']): Known => ({
  ...{ processorId: first?.id ?? null, scheme: first?.schemes[0] ?? '' },
  ...{ fee: '', reference: '', lastFour: '' },
});

/** The fee in a debit: less than all of it. */
function useFee(text: string, wholeMinor: number) {
  const word = useRefusalText();
  const { currency } = useShop();
  if (text.trim() === '') return { ok: true, minor: 0, error: undefined };
  const parsed = parseAmount(text, currency);
  if (!parsed.ok) return { ok: false, minor: 0, error: word(parsed.refusals[0]!) };
  const beyond = parsed.value < 0 || parsed.value >= wholeMinor;
  const error = beyond ? word({ code: 'chargeback.feeBeyond', at: 'feeMinor' }) : undefined;
  return { ok: !beyond, minor: parsed.value, error };
}

/** What is known of the card; with its digits or a reference its sale is found. */
function Told({
  told,
  processors,
  feeError,
  onChange,
}: {
  told: Known;
  processors: ProcessorsView['processors'];
  feeError: string | undefined;
  onChange: (change: Partial<Known>) => void;
}) {
  const t = useWords();
  const schemes = processors.find(({ id }) => id === told.processorId)?.schemes ?? [];
  return (
    <Column gap="$3">
      {processors.length > 1 ? (
        <Choice
          shown
          label={t('trail.disputedProcessor')}
          value={String(told.processorId)}
          options={processors.map(({ id, name }) => ({ value: String(id), label: name }))}
          onChange={(value) => {
            const processorId = Number(value);
            const of = processors.find(({ id }) => id === processorId)?.schemes ?? [];
            const scheme = of.includes(told.scheme) ? told.scheme : (of[0] ?? '');
            onChange({ processorId, scheme });
          }}
        />
      ) : null}
      {schemes.length > 1 ? (
        <Choice
          shown
          label={t('trail.disputedScheme')}
          value={told.scheme}
          options={schemes.map((scheme) => ({ value: scheme, label: scheme }))}
          onChange={(scheme) => onChange({ scheme })}
        />
      ) : null}
      <Field
        label={t('trail.disputedFee')}
        value={told.fee}
        onChange={(fee) => onChange({ fee })}
        numeric
        error={feeError}
      />
      <Field
        label={t('trail.disputedDigits')}
        value={told.lastFour}
        onChange={(text) => onChange({ lastFour: text.replace(/\D/g, '').slice(0, 4) })}
        numeric
      />
      <Field
        label={t('trail.disputedReference')}
        value={told.reference}
        onChange={(reference) => onChange({ reference })}
        maxLength={40}
      />
    </Column>
  );
}
