import type { RecordedAtBank, TaxOwed, TaxPaymentCommand } from '@abacist/contracts';
import { parseAmount, toDecimal } from '@abacist/core/money';
import { paidOf, type TaxPayment } from '@abacist/core/taxPayment';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useAmountError } from '~/i18n/useAmountError';
import { Column, Line } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { BigMoney, useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Body } from '~/ui/Text';
import type { MeaningDialog } from './room';
import { WholeLine } from './WholeLine';

/** Tax that was paid to its authority, net of tax on purchases, with what was kept for paying in time or charged for paying late. */
export function TaxPaid({ line, onClose }: MeaningDialog) {
  const t = useWords();
  const owed = useQuery({
    queryKey: ['tax-owed'],
    queryFn: () => request<TaxOwed>('GET', '/tax-owed'),
  });
  return (
    <Dialog open title={t('trail.is_tax')} onClose={onClose}>
      <WholeLine line={line} />
      <Query of={owed}>
        {({ authorities }) => <Ask {...{ line, onClose, authorities }} />}
      </Query>
    </Dialog>
  );
}

const PARTS = ['payableMinor', 'inputTaxMinor', 'discountMinor', 'penaltyMinor'] as const;
type Typed = Record<(typeof PARTS)[number], string>;
const NOTHING: Typed = {
  ...{ payableMinor: '', inputTaxMinor: '', discountMinor: '', penaltyMinor: '' },
};

function Ask({ line, authorities, onClose }: MeaningDialog & TaxOwed) {
  const t = useWords();
  const money = useMoney();
  const { currency } = useShop();
  const wrong = useAmountError();
  const [authorityId, setAuthorityId] = useState(authorities[0]?.id ?? 0);
  const whole = toDecimal(Math.abs(line.amountMinor), currency);
  const [typed, setTyped] = useState<Typed>({
    ...NOTHING,
    [line.amountMinor < 0 ? 'payableMinor' : 'inputTaxMinor']: whole,
  });
  const send = useCommand<TaxPaymentCommand, RecordedAtBank>('/tax-payments', onClose);
  const read = PARTS.map((part) => [part, parseAmount(typed[part] || '0', currency)] as const);
  const ok = read.every(([, one]) => one.ok && one.value >= 0);
  const payment = Object.fromEntries(
    read.map(([part, one]) => [part, one.ok ? one.value : 0]),
  ) as TaxPayment;
  const apartMinor = -line.amountMinor - paidOf(payment);
  const authority = authorities.find(({ id }) => id === authorityId);
  const ready = ok && apartMinor === 0 && authority && !send.isPending;
  const decide = () => {
    if (ready)
      send.mutate({
        ...{ authorityId, bankAccountId: line.bankAccountId, ...payment },
        ...{ words: line.text.slice(0, 200), lineId: line.id },
      });
  };
  return (
    <>
      <Choice
        shown
        label={t('trail.taxAuthority')}
        value={String(authorityId)}
        options={authorities.map(({ id, name }) => ({ value: String(id), label: name }))}
        onChange={(id) => setAuthorityId(Number(id))}
      />
      {authority ? (
        <Body tone="faded">
          {t('trail.taxOwed', {
            payable: money(authority.payableMinor),
            input: money(authority.inputTaxMinor),
          })}
        </Body>
      ) : null}
      <Column gap="$3">
        {PARTS.map((part) => (
          <Field
            key={part}
            label={t(`trail.tax_${part}`)}
            value={typed[part]}
            onChange={(text) => setTyped({ ...typed, [part]: text })}
            error={typed[part] ? wrong(typed[part]) : undefined}
            numeric
            onSubmit={decide}
          />
        ))}
      </Column>
      {apartMinor === 0 ? null : (
        <Line justifyContent="space-between" alignItems="baseline" role="status">
          <Body>{t('trail.pickedDiffers')}</Body>
          <BigMoney minor={apartMinor} color="$plum" />
        </Line>
      )}
      <ErrorNote error={send.error} />
      <Decide
        label={t('trail.recordIt')}
        disabled={!ready}
        onDecide={decide}
        onCancel={onClose}
      />
    </>
  );
}
