import type {
  Processor,
  ProcessorsView,
  SaveFeePlan,
  SaveProcessor,
} from '@abacist/contracts';
import type { FeeTerms } from '@abacist/core/fees';
import { router } from '~/router';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useDraft } from '~/api/draft';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';
import { useProcessors } from './useProcessors';

/** One processor: when its day ends, when and where it pays, and what was agreed since when. */
export function ProcessorScreen({ id }: { id: number | null }) {
  const t = useWords();
  const found = useProcessors();
  const processor = found.data?.processors.find((one) => one.id === id);
  return (
    <Screen title={processor?.name ?? t('processors.new')} back="/books/processors">
      <Query of={found}>
        {(view) => (
          <Column gap="$5" paddingBottom="$5">
            {processor ? <Plans processor={processor} /> : null}
            <Form key={processor?.id ?? 'new'} view={view} processor={processor} />
          </Column>
        )}
      </Query>
    </Screen>
  );
}

/** Net of all fees, net with what a month costs billed by itself, or gross with all of them billed. */
const WAYS = ['net', 'netBilled', 'gross'] as const;
const paysOf = (processor: Processor | undefined): (typeof WAYS)[number] =>
  processor?.paysGross ? 'gross' : processor?.billsFees ? 'netBilled' : 'net';

function Form({
  view,
  processor,
}: {
  view: ProcessorsView;
  processor: Processor | undefined;
}) {
  const t = useWords();
  const [draft, change, drop] = useDraft(`processor.${processor?.id ?? 'new'}`, {
    name: processor?.name ?? '',
    merchantNumber: processor?.merchantNumber ?? '',
    cutOff: processor?.cutOff ?? '17:30',
    delay: String(processor?.delayBankingDays ?? 1),
    bankAccountId: processor?.bankAccountId ?? view.bankAccounts[0]!.id,
    feeTaxAuthorityId: processor?.feeTaxAuthorityId ?? null,
    pays: paysOf(processor),
    disputeDays: String(processor?.disputeDays ?? 0),
    reservePercent: processor?.reservePercent ?? '',
    reserveDays: String(processor?.reserveDays ?? 0),
  });
  const send = useCommand<SaveProcessor, ProcessorsView>(
    processor ? `/processors/${processor.id}` : '/processors',
    () => {
      drop();
      router.replace('/books/processors');
    },
  );
  const hour = /^([01]\d|2[0-3]):[0-5]\d$/.test(draft.cutOff.trim());
  const upTo = (text: string, most: number) =>
    /^\d{1,3}$/.test(text.trim()) && Number(text) <= most;
  const delay = upTo(draft.delay, 20);
  const answer = upTo(draft.disputeDays, 180);
  const held = upTo(draft.reserveDays, 720);
  const reserve = /^(\d{1,2}(\.\d{1,3})?)?$/.test(draft.reservePercent.trim());
  const ready = draft.name.trim() !== '' && hour && delay && answer && held && reserve;
  return (
    <Column gap="$3" paddingHorizontal="$4">
      <Field
        label={t('processors.name')}
        value={draft.name}
        onChange={(name) => change({ name })}
        maxLength={80}
      />
      <Field
        label={t('processors.merchantNumber')}
        value={draft.merchantNumber}
        onChange={(merchantNumber) => change({ merchantNumber })}
        maxLength={40}
      />
      <Line gap="$3" alignItems="flex-start">
        <Column flex={1}>
          <Field
            label={t('processors.cutOff')}
            value={draft.cutOff}
            onChange={(cutOff) => change({ cutOff })}
            maxLength={5}
            error={hour ? undefined : t('processors.cutOffWrong')}
          />
        </Column>
        <Column flex={1}>
          <Field
            label={t('processors.delay')}
            value={draft.delay}
            onChange={(text) => change({ delay: text })}
            numeric
            maxLength={2}
            error={delay ? undefined : t('processors.delayWrong')}
          />
        </Column>
      </Line>
      <Select
        label={t('processors.bankAccount')}
        value={String(draft.bankAccountId)}
        options={view.bankAccounts.map((one) => ({ value: String(one.id), label: one.name }))}
        onChange={(value) => change({ bankAccountId: Number(value) })}
      />
      <Select
        label={t('processors.feeTax')}
        value={String(draft.feeTaxAuthorityId ?? '')}
        options={[
          { value: '', label: t('processors.feeTaxNone') },
          ...view.authorities.map((one) => ({ value: String(one.id), label: one.name })),
        ]}
        onChange={(value) =>
          change({ feeTaxAuthorityId: value === '' ? null : Number(value) })
        }
      />
      <Choice
        shown
        label={t('processors.pays')}
        value={draft.pays}
        options={WAYS.map((value) => ({ value, label: t(`processors.pays_${value}`) }))}
        onChange={(pays) => change({ pays })}
      />
      <Field
        label={t('processors.disputeDays')}
        hint={t('processors.disputeDaysHint')}
        value={draft.disputeDays}
        onChange={(disputeDays) => change({ disputeDays })}
        numeric
        maxLength={3}
        error={answer ? undefined : t('processors.daysWrong', { most: 180 })}
      />
      <Line gap="$3" alignItems="flex-start">
        <Column flex={1}>
          <Field
            label={t('processors.reservePercent')}
            value={draft.reservePercent}
            onChange={(reservePercent) => change({ reservePercent })}
            numeric
            maxLength={6}
            error={reserve ? undefined : t('processors.reserveWrong')}
          />
        </Column>
        <Column flex={1}>
          <Field
            label={t('processors.reserveDays')}
            value={draft.reserveDays}
            onChange={(reserveDays) => change({ reserveDays })}
            numeric
            maxLength={3}
            error={held ? undefined : t('processors.daysWrong', { most: 720 })}
          />
        </Column>
      </Line>
      <ErrorNote error={send.error} />
      <Button
        kind="primary"
        big
        label={t('processors.save')}
        disabled={!ready || send.isPending}
        onPress={() =>
          send.mutate({
            name: draft.name.trim(),
            merchantNumber: draft.merchantNumber.trim(),
            cutOff: draft.cutOff.trim(),
            delayBankingDays: Number(draft.delay),
            bankAccountId: draft.bankAccountId,
            feeTaxAuthorityId: draft.feeTaxAuthorityId,
            paysGross: draft.pays === 'gross',
            billsFees: draft.pays !== 'net',
            disputeDays: Number(draft.disputeDays),
            reservePercent: draft.reservePercent.trim(),
            reserveDays: Number(draft.reserveDays),
          })
        }
      />
    </Column>
  );
}

/** Terms in a line: all that tells them from others. */
function useTermsText(): (terms: FeeTerms) => string {
  const t = useWords();
  const money = useMoney();
  return ({ scheme, cardKind, percent, perItem, minimumMinor, maximumMinor, tiers }) =>
    [
      t('processors.terms', {
        ...{ percent, perItem },
        scheme: [scheme, cardKind].filter(Boolean).join(' '),
      }),
      minimumMinor === null ? '' : t('processors.termsLeast', { amount: money(minimumMinor) }),
      maximumMinor === null ? '' : t('processors.termsMost', { amount: money(maximumMinor) }),
      ...tiers.map(({ aboveMinor, ...price }) =>
        t('processors.termsTier', { ...price, above: money(aboveMinor) }),
      ),
    ]
      .filter(Boolean)
      .join(', ');
}

/** What was agreed, newest first. */
function Plans({ processor }: { processor: Processor }) {
  const t = useWords();
  const dates = useDates();
  const termsText = useTermsText();
  const [takingBack, setTakingBack] = useState<string | null>(null);
  const send = useCommand<SaveFeePlan, ProcessorsView>(
    `/processors/${processor.id}/fee-plans`,
    () => setTakingBack(null),
  );
  return (
    <Section title={t('processors.plans')}>
      <Sheet role="list">
        {processor.plans.map(({ from, plan, by }) => (
          <SheetRow key={from} role="listitem" alignItems="flex-start">
            <Column flex={1} minWidth={0}>
              <Body strong>{t('processors.planFrom', { date: dates.date(from) })}</Body>
              {plan.terms.map((one) => (
                <Body small key={`${one.scheme} ${one.cardKind}`}>
                  {termsText(one)}
                </Body>
              ))}
              <Body small tone="faded">
                {t('processors.planBy', { name: by })}
              </Body>
            </Column>
            <Button
              kind="plain"
              label={t('processors.takeBack')}
              onPress={() => setTakingBack(from)}
            />
          </SheetRow>
        ))}
        {processor.plans.length === 0 ? (
          <SheetRow role="listitem">
            <Body tone="faded">{t('processors.noPlan')}</Body>
          </SheetRow>
        ) : null}
      </Sheet>
      <Line paddingHorizontal="$4" gap="$3" flexWrap="wrap">
        <Button
          label={t(processor.plans.length ? 'processors.newPlan' : 'processors.firstPlan')}
          onPress={() => router.push(`/books/processors/${processor.id}/plan`)}
        />
        <Button
          label={t('processors.judge')}
          onPress={() => router.push(`/bank/fees/${processor.id}`)}
        />
      </Line>
      {takingBack ? (
        <Dialog
          open
          title={t('processors.takeBackTitle', { date: dates.date(takingBack) })}
          onClose={() => setTakingBack(null)}
        >
          <Body>{t('processors.takeBackText')}</Body>
          <ErrorNote error={send.error} />
          <Decide
            label={t('processors.takeBack')}
            disabled={send.isPending}
            onDecide={() => send.mutate({ from: takingBack, plan: null })}
            onCancel={() => setTakingBack(null)}
          />
        </Dialog>
      ) : null}
    </Section>
  );
}
