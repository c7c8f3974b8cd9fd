import type { CounterSettings, CustomerDetail, SaveCustomer } from '@abacist/contracts';
import { customerRefusals, type CustomerInput } from '@abacist/core/customers';
import { isIsoDate } from '@abacist/core/dates';
import { useQuery } from '@tanstack/react-query';
import { router } from '~/router';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useDraft } from '~/api/draft';
import { request } from '~/api/http';
import { useCounterSettings } from '~/features/catalogue';
import { useTicket } from '~/features/ticket';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { DateField } from '~/ui/DateField';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Select } from '~/ui/Select';

/**
 * One customer, or a new one. @param forTicket a new one goes on the ticket under way
 */
export function CustomerScreen({
  id,
  name,
  forTicket,
}: {
  id: number | null;
  name: string;
  forTicket: boolean;
}) {
  const t = useWords();
  const settings = useCounterSettings();
  const customer = useQuery({
    queryKey: ['customers', id],
    queryFn: () => request<CustomerDetail>('GET', `/customers/${id}`),
    enabled: id !== null,
  });
  return (
    <Screen
      title={id === null ? t('parties.new') : (customer.data?.name ?? t('customers.one'))}
      back={forTicket ? '/counter' : '/books/customers'}
    >
      <Query of={settings}>
        {(data) =>
          id === null ? (
            <Form settings={data} customer={null} name={name} forTicket={forTicket} />
          ) : (
            <Query of={customer}>
              {(found) => (
                <Form
                  key={found.version}
                  settings={data}
                  customer={found}
                  name=""
                  forTicket={false}
                />
              )}
            </Query>
          )
        }
      </Query>
    </Screen>
  );
}

type Draft = Omit<CustomerInput, 'exemption'> & { certificate: string; until: string };

function Form({
  settings,
  customer,
  name,
  forTicket,
}: {
  settings: CounterSettings;
  customer: CustomerDetail | null;
  name: string;
  forTicket: boolean;
}) {
  const t = useWords();
  const word = useRefusalText();
  const ticket = useTicket();
  const [draft, change, drop] = useDraft<Draft>(
    customer ? `customer.${customer.id}.${customer.version}` : 'customer.new',
    {
      number: customer?.number ?? '',
      name: customer?.name ?? name,
      kind: customer?.kind ?? 'person',
      phone: customer?.phone ?? '',
      email: customer?.email ?? '',
      address: customer?.address ?? '',
      priceKind: customer?.priceKind ?? 'byKind',
      taxCodeId: customer?.taxCodeId ?? null,
      active: customer?.active ?? true,
      certificate: customer?.exemption?.certificate ?? '',
      until: customer?.exemption?.until ?? '',
    },
  );
  const [tried, setTried] = useState(false);
  const save = useCommand<SaveCustomer, CustomerDetail>(
    customer ? `/customers/${customer.id}` : '/customers',
    (saved) => {
      drop();
      if (forTicket) ticket.setParties({ customer: saved, pricesIncludeTax: undefined });
      router.replace(forTicket ? '/counter' : '/books/customers');
    },
  );
  const { certificate, until, ...rest } = draft;
  const input: CustomerInput = {
    ...rest,
    exemption:
      certificate.trim() || until.trim()
        ? { certificate: certificate.trim(), until: until.trim() }
        : null,
  };
  const wrong = customerRefusals(input);
  const errorAt = (place: string) => {
    const found = wrong.find(({ at }) => at === place);
    return tried && found ? word(found) : undefined;
  };
  const undated = until !== '' && !isIsoDate(until);
  const submit = () => {
    setTried(true);
    if (wrong.length || undated || save.isPending) return;
    save.mutate({ ...input, ...(customer && { version: customer.version }) });
  };
  const text = (place: 'number' | 'phone' | 'email' | 'address', most: number) => (
    <Field
      label={t(`customers.${place}`)}
      value={draft[place]}
      onChange={(value) => change({ [place]: value })}
      maxLength={most}
      error={errorAt(place)}
      hint={place === 'number' ? t('customers.numberHint') : undefined}
      onSubmit={submit}
    />
  );
  return (
    <Column gap="$4" paddingHorizontal="$4" paddingBottom="$5">
      <Field
        label={t('customers.name')}
        value={draft.name}
        onChange={(value) => change({ name: value })}
        maxLength={120}
        autoFocus={!customer}
        error={errorAt('name')}
        onSubmit={submit}
      />
      <Choice
        label={t('customers.kind')}
        value={draft.kind}
        options={(['person', 'firm'] as const).map((value) => ({
          value,
          label: t(`customers.kind_${value}`),
        }))}
        onChange={(kind) => change({ kind })}
      />
      {text('phone', 40)}
      {text('email', 120)}
      {text('address', 300)}
      {text('number', 20)}
      <Select
        label={t('customers.priceKind')}
        value={draft.priceKind}
        options={(['byKind', 'withTax', 'withoutTax'] as const).map((value) => ({
          value,
          label: t(`customers.priceKind_${value}`),
        }))}
        onChange={(value) => change({ priceKind: value as Draft['priceKind'] })}
      />
      <Select
        label={t('customers.taxCode')}
        value={String(draft.taxCodeId ?? '')}
        options={[
          { value: '', label: t('customers.ordinaryTax') },
          ...settings.taxCodes.map(({ id, name: label }) => ({ value: String(id), label })),
        ]}
        onChange={(value) => change({ taxCodeId: value ? Number(value) : null })}
      />
      <Line gap="$3" alignItems="flex-start">
        <Column flex={1}>
          <Field
            label={t('customers.certificate')}
            hint={t('customers.certificateHint')}
            value={certificate}
            onChange={(value) => change({ certificate: value })}
            maxLength={40}
            error={errorAt('exemption')}
            onSubmit={submit}
          />
        </Column>
        <Column flex={1}>
          <DateField
            label={t('customers.until')}
            value={until}
            onChange={(value) => change({ until: value })}
            onSubmit={submit}
          />
        </Column>
      </Line>
      {customer ? (
        <Choice
          label={t('customers.active')}
          value={draft.active ? 'on' : 'off'}
          options={[
            { value: 'on', label: t('customers.on') },
            { value: 'off', label: t('customers.off') },
          ]}
          onChange={(kind) => change({ active: kind === 'on' })}
        />
      ) : null}
      <ErrorNote error={save.error} />
      <Button
        kind="primary"
        big
        disabled={save.isPending}
        label={t(forTicket ? 'customers.saveForTicket' : 'customers.save')}
        onPress={submit}
      />
    </Column>
  );
}
