import type { FeesView, Processor, ProcessorsView, SaveFeePlan } from '@abacist/contracts';
import { addDays } from '@abacist/core/dates';
import { useQuery } from '@tanstack/react-query';
import { router } from '~/router';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { lazyScreen } from '~/screens/lazyScreen';
import { useWords } from '~/i18n';
import { useDates, useNumbers } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { BigMoney, Money, useMoney } from '~/ui/Money';
import { Empty, ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { Body, Heading } from '~/ui/Text';
import { agreedFrom } from './agreedFrom';
import { Batches } from './Batches';
import { Months } from './Months';
import { useProcessors } from './useProcessors';

/** The chart's packages are a file of their own. */
const Rates = lazyScreen(() => import('~/screens/charts'), 'Rates');
const PERIODS = ['30', '91', '365'] as const;
type Finding = FeesView['findings'][number];

/** What a processor charged, judged by what was agreed: rate, differences, since when, and the claim. */
export function FeesScreen({ id }: { id: number }) {
  const t = useWords();
  const { today } = useShop();
  const [period, setPeriod] = useState<(typeof PERIODS)[number]>('91');
  const from = addDays(today, -Number(period));
  const asked = `from=${from}&to=${today}`;
  const fees = useQuery({
    queryKey: ['processors', id, 'fees', from, today],
    queryFn: () => request<FeesView>('GET', `/processors/${id}/fees?${asked}`),
  });
  const processor = useProcessors().data?.processors.find((one) => one.id === id);
  return (
    <Screen
      eyebrow={processor?.name ?? ''}
      title={t('fees.title')}
      back="/bank/cards"
      width={1120}
    >
      <Column gap="$4" paddingBottom="$5">
        <Column paddingHorizontal="$4">
          <Choice
            label={t('fees.period')}
            value={period}
            options={PERIODS.map((value) => ({ value, label: t(`fees.days${value}`) }))}
            onChange={setPeriod}
          />
        </Column>
        <Query of={fees}>
          {(view) =>
            view.rows.length ? (
              <>
                <Sums view={view} />
                <Findings view={view} processor={processor} claim={`${id}/claim?${asked}`} />
                <Rates weeks={view.weeks} />
                <Batches rows={view.rows} judged={view.hasPlan} />
              </>
            ) : (
              <Empty title={t('fees.title')} text={t('fees.nothing')} />
            )
          }
        </Query>
        {processor?.billsFees ? <Months id={id} /> : null}
      </Column>
    </Screen>
  );
}

function Sums({ view: { total, hasPlan } }: { view: FeesView }) {
  const t = useWords();
  const money = useMoney();
  const { percent } = useNumbers();
  const { grossMinor, feeMinor, overMinor: over, basisPoints } = total;
  return (
    <Line paddingHorizontal="$4" gap="$5" alignItems="flex-start" flexWrap="wrap">
      <Column>
        <Heading size="section">{t('fees.charged')}</Heading>
        <BigMoney minor={feeMinor} textAlign="left" />
        {grossMinor > 0 ? (
          <Body small tone="faded">
            {t('fees.rate', {
              percent: percent(basisPoints / 100, 2),
              gross: money(grossMinor),
            })}
          </Body>
        ) : null}
      </Column>
      {hasPlan ? (
        <Column>
          <Heading size="section">
            {t(over < 0 ? 'fees.below' : over > 0 ? 'fees.beyond' : 'fees.asAgreed')}
          </Heading>
          {over === 0 ? null : <BigMoney minor={Math.abs(over)} textAlign="left" />}
        </Column>
      ) : null}
    </Line>
  );
}

function Findings({
  view,
  processor,
  claim,
}: {
  view: FeesView;
  processor: Processor | undefined;
  claim: string;
}) {
  const t = useWords();
  const dates = useDates();
  const [accepting, setAccepting] = useState<Finding | null>(null);
  if (!view.hasPlan) {
    return (
      <Column paddingHorizontal="$4" gap="$2">
        <Body tone="waiting">{t('fees.noPlan')}</Body>
        {processor ? (
          <Line>
            <Button
              kind="primary"
              label={t('fees.typePlan')}
              onPress={() => router.push(`/books/processors/${processor.id}/plan`)}
            />
          </Line>
        ) : null}
      </Column>
    );
  }
  return (
    <Section title={t('fees.findings')}>
      {view.findings.length === 0 ? (
        <Body paddingHorizontal="$4" tone="home" role="status">
          {t('fees.none')}
        </Body>
      ) : (
        <Sheet role="list">
          {view.findings.map((one) => (
            <SheetRow
              key={`${one.scheme} ${one.since}`}
              role="listitem"
              alignItems="flex-start"
              flexWrap="wrap"
              gap="$2"
            >
              <Column flex={1} minWidth={200}>
                <Body strong>
                  {t(
                    one.goesOn
                      ? 'fees.finding'
                      : one.batches === 1
                        ? 'fees.findingOne'
                        : 'fees.findingUntil',
                    {
                      scheme: one.scheme,
                      since: dates.day(one.since),
                      until: dates.day(one.until),
                    },
                  )}
                </Body>
                <Body small tone={one.cause === 'unexplained' ? 'loose' : 'ink'}>
                  {t(`fees.cause_${one.cause}`, { told: one.told })}
                </Body>
                <Body small tone="faded">
                  {[
                    t('fees.batches', { count: one.batches }),
                    one.goesOn ? t('fees.goesOn') : '',
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </Body>
              </Column>
              <Money minor={one.overMinor} strong signed />
              {processor && agreedFrom(processor, one) ? (
                <Button label={t('fees.accept')} onPress={() => setAccepting(one)} />
              ) : null}
            </SheetRow>
          ))}
        </Sheet>
      )}
      {view.findings.some(({ overMinor }) => overMinor > 0) ? (
        <Line paddingHorizontal="$4">
          <Button
            kind="primary"
            label={t('fees.claim')}
            onPress={() => window.open(`/api/processors/${claim}`, '_blank')}
          />
        </Line>
      ) : null}
      {accepting && processor ? (
        <Accept processor={processor} finding={accepting} onClose={() => setAccepting(null)} />
      ) : null}
    </Section>
  );
}

/** What is charged since a day was agreed then: a plan of its own from that day on. */
function Accept({
  processor,
  finding,
  onClose,
}: {
  processor: Processor;
  finding: Finding;
  onClose: () => void;
}) {
  const t = useWords();
  const dates = useDates();
  const send = useCommand<SaveFeePlan, ProcessorsView>(
    `/processors/${processor.id}/fee-plans`,
    onClose,
  );
  const { since, scheme, told, cause } = finding;
  const plan = agreedFrom(processor, finding);
  return (
    <Dialog
      open
      title={t('fees.acceptTitle', {
        ...{ scheme, date: dates.date(since) },
        told: cause === 'rate' ? `${told} %` : told,
      })}
      onClose={onClose}
    >
      <Body>{t('fees.acceptText')}</Body>
      <ErrorNote error={send.error} />
      <Decide
        label={t('fees.acceptDo')}
        disabled={send.isPending}
        onDecide={() => send.mutate({ from: since, plan })}
        onCancel={onClose}
      />
    </Dialog>
  );
}
