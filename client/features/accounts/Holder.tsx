import type { CustomerFound } from '@abacist/contracts';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Field } from '~/ui/Field';
import { Body, Heading } from '~/ui/Text';
import type { Draft } from './accountDraft';

/** Who holds it: found among the customers, or typed. */
export function Holder({
  draft,
  change,
  missing,
}: {
  draft: Draft;
  change: (part: Partial<Draft>) => void;
  missing: boolean;
}) {
  const t = useWords();
  const found = useQuery({
    queryKey: ['customers', draft.name.trim()],
    queryFn: () =>
      request<{ customers: CustomerFound[] }>(
        'GET',
        `/customers?text=${encodeURIComponent(draft.name.trim())}`,
      ),
    enabled: draft.name.trim() !== '',
    placeholderData: keepPreviousData,
  });
  const customers = draft.name.trim() ? (found.data?.customers ?? []).slice(0, 5) : [];
  if (draft.holder) {
    return (
      <Line gap="$3" justifyContent="space-between">
        <Column flex={1} minWidth={0}>
          <Body small tone="faded">
            {t('accounts.holder')}
          </Body>
          <Heading size="section">{draft.holder.name}</Heading>
        </Column>
        <Button
          label={t('onAccount.another')}
          onPress={() => change({ holder: null, name: '' })}
        />
      </Line>
    );
  }
  const text = (place: 'phone' | 'email' | 'address', most: number) => (
    <Field
      label={t(`customers.${place}`)}
      value={draft[place]}
      onChange={(value) => change({ [place]: value })}
      maxLength={most}
    />
  );
  return (
    <Column gap="$3">
      <Field
        label={t('accounts.holder')}
        value={draft.name}
        onChange={(name) => change({ name })}
        maxLength={120}
        autoFocus
        error={missing ? t('refusal.customer_name') : undefined}
      />
      {customers.length ? (
        <Sheet role="group" aria-label={t('customers.title')}>
          {customers.map((customer) => (
            <Button
              key={customer.id}
              kind="plain"
              label={[customer.name, customer.number].join(' · ')}
              onPress={() => change({ holder: customer })}
            />
          ))}
        </Sheet>
      ) : null}
      {draft.name.trim() ? (
        <>
          <Body small tone="faded">
            {t('accounts.holderNew')}
          </Body>
          <Choice
            label={t('customers.kind')}
            value={draft.kind}
            options={(['firm', 'person'] as const).map((value) => ({
              value,
              label: t(`customers.kind_${value}`),
            }))}
            onChange={(kind) => change({ kind })}
          />
          {text('phone', 40)}
          {text('email', 120)}
          {text('address', 300)}
        </>
      ) : null}
    </Column>
  );
}
