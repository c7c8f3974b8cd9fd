import type {
  FeePlanTried,
  InferredView,
  Processor,
  ProcessorsView,
  SaveFeePlan,
} from '@abacist/contracts';
import { REFUND_FEES, ROUNDED_BY } from '@abacist/core/fees';
import { isIsoDate } from '@abacist/core/dates';
import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { router } from '~/router';
import { useCommand } from '~/api/command';
import { useDraft } from '~/api/draft';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { DateField } from '~/ui/DateField';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { Empty, ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';
import { draftOf, readDraft, withInferred, type PlanDraft } from './draft';
import { Terms } from './Terms';
import { Tried } from './Tried';
import { useProcessors } from './useProcessors';

const ROUNDINGS = ['halfUp', 'halfEven', 'down'] as const;
const BESIDE = ['perBatch', 'monthly', 'monthlyMinimum', 'taxPercent'] as const;

/** What was agreed with a processor, typed as it stands in the contract. */
export function FeePlanScreen({ id }: { id: number }) {
  const t = useWords();
  const found = useProcessors();
  const processor = found.data?.processors.find((one) => one.id === id);
  return (
    <Screen
      title={processor ? t('processors.planTitle', { name: processor.name }) : ''}
      back={`/books/processors/${id}`}
      width={1120}
    >
      <Query of={found}>
        {({ processors }) =>
          processors
            .filter((one) => one.id === id)
            .map((one) =>
              one.schemes.length || one.plans.length ? (
                <Form key={one.id} processor={one} />
              ) : (
                <NoSchemes key={one.id} />
              ),
            )
        }
      </Query>
    </Screen>
  );
}

/** Nothing can be agreed of schemes that there are not: where they are set up. */
function NoSchemes() {
  const t = useWords();
  return (
    <Column gap="$3" paddingHorizontal="$4">
      <Empty title={t('processors.noSchemes')} text={t('processors.noSchemesText')} />
      <Line>
        <Button
          kind="primary"
          label={t('processors.toTenders')}
          onPress={() => router.push('/books/tenders')}
        />
      </Line>
    </Column>
  );
}

function Form({ processor }: { processor: Processor }) {
  const t = useWords();
  const word = useRefusalText();
  const { today, currency } = useShop();
  const [draft, change, drop] = useDraft<PlanDraft>(
    `feePlan.${processor.id}`,
    draftOf(processor.plans[0]?.plan ?? null, processor.schemes, today, currency),
  );
  const { plan, wrong } = readDraft(draft, currency);
  const errorAt = (place: string) => {
    const refusal = wrong.find(({ at }) => at === place);
    return refusal && word(refusal);
  };
  const tried = useQuery({
    queryKey: ['feePlanTried', processor.id, plan],
    queryFn: () =>
      request<FeePlanTried>('POST', `/processors/${processor.id}/fee-plans/try`, { plan }),
    enabled: plan !== null,
    // While the next figure is typed, the last ones stay.
    placeholderData: keepPreviousData,
  });
  const send = useCommand<SaveFeePlan, ProcessorsView>(
    `/processors/${processor.id}/fee-plans`,
    () => {
      drop();
      router.replace(`/books/processors/${processor.id}`);
    },
  );
  return (
    <Column gap="$4" paddingBottom="$5" $wide={{ flexDirection: 'row', gap: '$5' }}>
      <Column gap="$4" paddingHorizontal="$4" $wide={{ flex: 3 }}>
        <Column maxWidth={240}>
          <DateField
            label={t('processors.from')}
            value={draft.from}
            onChange={(from) => change({ from })}
          />
        </Column>
        <Terms terms={draft.terms} errorAt={errorAt} onChange={(terms) => change({ terms })} />
        <Propose
          processor={processor}
          draft={draft}
          onPropose={(terms) => change({ terms })}
        />
        <Choice
          shown
          label={t('processors.refunds')}
          value={draft.refunds}
          options={REFUND_FEES.map((value) => ({
            value,
            label: t(`processors.refunds_${value}`),
          }))}
          onChange={(refunds) => change({ refunds })}
        />
        <Choice
          shown
          label={t('processors.roundedBy')}
          value={draft.roundedBy}
          options={ROUNDED_BY.map((value) => ({
            value,
            label: t(`processors.roundedBy_${value}`),
          }))}
          onChange={(roundedBy) => change({ roundedBy })}
        />
        <Choice
          shown
          label={t('processors.rounding')}
          value={draft.rounding}
          options={ROUNDINGS.map((value) => ({
            value,
            label: t(`processors.rounding_${value}`),
          }))}
          onChange={(rounding) => change({ rounding })}
        />
        <Line gap="$3" flexWrap="wrap" alignItems="flex-start">
          {BESIDE.map((place) => (
            <Column key={place} width={160}>
              <Field
                numeric
                label={t(`processors.${place}`)}
                value={draft[place]}
                onChange={(text) => change({ [place]: text })}
                maxLength={12}
                error={errorAt(place)}
              />
            </Column>
          ))}
        </Line>
      </Column>
      <Column gap="$4" $wide={{ flex: 2, paddingRight: '$4' }}>
        <Tried tried={plan ? tried.data : undefined} />
        <Column paddingHorizontal="$4" gap="$2">
          {errorAt('terms') ? <Body tone="faded">{errorAt('terms')}</Body> : null}
          <ErrorNote error={send.error} />
          <Button
            kind="primary"
            big
            label={t('processors.keep')}
            disabled={!plan || !isIsoDate(draft.from) || send.isPending}
            onPress={() => send.mutate({ from: draft.from, plan })}
          />
        </Column>
      </Column>
    </Column>
  );
}

/** Terms that explain what was charged, and how well, scheme by scheme. */
function Propose({
  processor,
  draft,
  onPropose,
}: {
  processor: Processor;
  draft: PlanDraft;
  onPropose: (terms: PlanDraft['terms']) => void;
}) {
  const t = useWords();
  const money = useMoney();
  const dates = useDates();
  const { currency } = useShop();
  const ask = useMutation({
    mutationFn: () => request<InferredView>('GET', `/processors/${processor.id}/inferred`),
    onSuccess: ({ schemes }) => onPropose(withInferred(draft.terms, schemes, currency)),
  });
  return (
    <Column gap="$2" role="status">
      <Line>
        <Button
          label={t('processors.propose')}
          disabled={ask.isPending}
          onPress={() => ask.mutate()}
        />
      </Line>
      <ErrorNote error={ask.error} />
      {ask.data?.schemes.map(({ scheme, since, inference }) => (
        <Body small key={scheme} tone={inference.kind === 'found' ? 'home' : 'waiting'}>
          {inference.kind === 'nearest'
            ? t('processors.proposed_nearest', {
                scheme,
                off: money(inference.offMinor),
                count: inference.rowsOff,
              })
            : t(`processors.proposed_${inference.kind}`, { scheme, since: dates.day(since) })}
        </Body>
      ))}
    </Column>
  );
}
