import type { SaleFound } from '@abacist/contracts';
import { isIsoDate } from '@abacist/core/dates';
import { parseAmount } from '@abacist/core/money';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { router } from '~/router';
import { useState } from 'react';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { DateField } from '~/ui/DateField';
import { Field } from '~/ui/Field';
import { ListLink } from '~/ui/ListLink';
import { Money } from '~/ui/Money';
import { Empty } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Body } from '~/ui/Text';

/** Finds the sale that goods come back of: one field for its number, an item, a card; amount, day. */
export function FindSale({
  first: begun,
  onWithoutSale,
}: {
  /** What is looked for before anything is typed. */
  first: string;
  onWithoutSale: () => void;
}) {
  const t = useWords();
  const word = useRefusalText();
  const { currency } = useShop();
  const [text, setText] = useState(begun);
  const [amountText, setAmountText] = useState('');
  const [date, setDate] = useState('');
  const amount = parseAmount(amountText, currency);
  const query = new URLSearchParams({
    ...(text.trim() && { text: text.trim() }),
    ...(amountText && amount.ok && { amountMinor: String(amount.value) }),
    ...(isIsoDate(date) && { date }),
  }).toString();
  const found = useQuery({
    queryKey: ['findSale', query],
    queryFn: () => request<{ sales: SaleFound[] }>('GET', `/sales/find?${query}`),
    enabled: query !== '',
    placeholderData: keepPreviousData,
  });
  const first = found.data?.sales[0];
  return (
    <Column gap="$4" paddingBottom="$5">
      <Column gap="$3" paddingHorizontal="$4">
        <Field
          label={t('returns.find')}
          value={text}
          onChange={setText}
          hint={t('returns.findHint')}
          maxLength={60}
          autoFocus
          onSubmit={() => {
            if (first) router.setParams({ sale: first.id });
          }}
        />
        <Line gap="$3" alignItems="flex-start">
          <Column width={110}>
            <Field
              label={t('returns.amount')}
              value={amountText}
              onChange={setAmountText}
              numeric
              error={amountText && !amount.ok ? word(amount.refusals[0]!) : undefined}
            />
          </Column>
          <Column flex={1} minWidth={0}>
            <DateField label={t('returns.date')} value={date} onChange={setDate} />
          </Column>
        </Line>
      </Column>
      {query === '' ? null : (
        <Query of={found}>
          {({ sales }) =>
            sales.length ? (
              <Sheet role="list" aria-label={t('returns.found')}>
                {sales.map((sale) => (
                  <FoundRow key={sale.id} sale={sale} />
                ))}
              </Sheet>
            ) : (
              <Empty title={t('returns.noneTitle')} text={t('returns.noneText')} />
            )
          }
        </Query>
      )}
      <Column paddingHorizontal="$4" alignItems="flex-start">
        <Button label={t('returns.withoutSale')} onPress={onWithoutSale} />
      </Column>
    </Column>
  );
}

function FoundRow({ sale }: { sale: SaleFound }) {
  const dates = useDates();
  return (
    <ListLink to={`/counter/return?sale=${sale.id}`}>
      <Column flex={1} minWidth={0}>
        <Line gap="$2">
          <Body strong>{sale.number}</Body>
          <Body small tone="faded">
            {`${dates.day(sale.date)} · ${sale.tenders ?? ''}`}
          </Body>
        </Line>
        <Body small tone="faded" numberOfLines={1}>
          {sale.description}
        </Body>
      </Column>
      <Money minor={sale.totalMinor} strong />
    </ListLink>
  );
}
