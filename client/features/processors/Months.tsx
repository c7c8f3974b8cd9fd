import type { AccrueFees, FeeMonth, FeeMonths } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { AskWhy } from '~/ui/AskWhy';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Section } from '~/ui/Section';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';
import { BillForm } from './BillForm';

/** Months that are billed by themselves: what they cost by plan, what is accrued, what was billed. */
export function Months({ id }: { id: number }) {
  const t = useWords();
  const found = useQuery({
    queryKey: ['processors', id, 'months'],
    queryFn: () => request<FeeMonths>('GET', `/processors/${id}/months`),
  });
  return (
    <Query of={found}>
      {({ months }) =>
        months.length === 0 ? null : (
          <Section title={t('fees.months')}>
            <Sheet role="list" aria-label={t('fees.months')}>
              {months.map((month) => (
                <Month key={month.month} id={id} of={month} />
              ))}
            </Sheet>
          </Section>
        )
      }
    </Query>
  );
}

type Back = { path: string; number: string };

function Month({ id, of }: { id: number; of: FeeMonth }) {
  const t = useWords();
  const dates = useDates();
  const [billing, setBilling] = useState(false);
  const [back, setBack] = useState<Back | null>(null);
  const accrue = useCommand<AccrueFees, object>(`/processors/${id}/accruals`);
  const { month, over, byPlan, accrual, bills } = of;
  const { total, tax } = byPlan ?? {};
  const ready = over && !accrual && bills.length === 0 && total && total.mostMinor > 0;
  return (
    <Column role="listitem" padding="$4" gap="$2" borderBottomWidth={1} borderColor="$rule">
      <Line justifyContent="space-between" gap="$3">
        <Body strong>{dates.month(month)}</Body>
        <Tag
          tone={bills.length ? 'home' : ready ? 'loose' : 'waiting'}
          label={t(
            bills.length
              ? 'fees.billed'
              : accrual
                ? 'fees.accrued'
                : over
                  ? 'fees.notAccrued'
                  : 'fees.running',
          )}
        />
      </Line>
      {byPlan ? <ByPlan of={byPlan} /> : null}
      {accrual ? (
        <Figure
          label={t('fees.accruedAs', { number: accrual.number })}
          minor={accrual.feesMinor + accrual.taxMinor}
          undo={bills.length ? undefined : t('fees.takeBack', { number: accrual.number })}
          onUndo={() =>
            setBack({ path: `/fee-accruals/${accrual.id}/undo`, number: accrual.number })
          }
        />
      ) : null}
      {bills.map((bill) => (
        <Figure
          key={bill.id}
          label={t(bill.atBankOn ? 'fees.billHome' : 'fees.billDue', {
            ...{ number: bill.number, reference: bill.reference },
            date: dates.day(bill.atBankOn ?? bill.dueDate),
          })}
          minor={bill.amountMinor}
          undo={bill.atBankOn ? undefined : t('fees.takeBack', { number: bill.number })}
          onUndo={() => setBack({ path: `/fee-bills/${bill.id}/undo`, number: bill.number })}
        />
      ))}
      <ErrorNote error={accrue.error} />
      <Line gap="$3" flexWrap="wrap">
        {ready && total && tax ? (
          <Button
            kind="primary"
            label={t('fees.accrue')}
            disabled={accrue.isPending}
            onPress={() =>
              accrue.mutate({
                month,
                feesMinor: total.leastMinor - tax.leastMinor,
                taxMinor: tax.leastMinor,
              })
            }
          />
        ) : null}
        <Button
          kind={bills.length ? 'plain' : 'quiet'}
          label={t(bills.length ? 'fees.enterAnother' : 'fees.enterBill')}
          onPress={() => setBilling(true)}
        />
      </Line>
      {billing ? <BillForm id={id} month={month} onClose={() => setBilling(false)} /> : null}
      {back ? (
        <AskWhy
          title={t('fees.takeBackTitle', { number: back.number })}
          label={t('fees.takeBackIt')}
          path={back.path}
          onClose={() => setBack(null)}
        />
      ) : null}
    </Column>
  );
}

/** What the plan makes of a month, part by part. */
function ByPlan({ of }: { of: NonNullable<FeeMonth['byPlan']> }) {
  const t = useWords();
  const { schemes, perBatchMinor, monthlyMinor, minimum, tax, total, unlisted } = of;
  const parts: [string, number][] = [
    ...schemes.map(({ scheme, leastMinor }): [string, number] => [scheme, leastMinor]),
    [t('fees.perBatch'), perBatchMinor],
    [t('fees.minimum'), minimum.leastMinor],
    [t('fees.monthly'), monthlyMinor],
    [t('fees.tax'), tax.leastMinor],
  ];
  return (
    <Column>
      {parts
        .filter(([, minor]) => minor !== 0)
        .map(([label, minor]) => (
          <Line key={label} justifyContent="space-between" gap="$3">
            <Body small tone="faded">
              {label}
            </Body>
            <Money minor={minor} small />
          </Line>
        ))}
      <Line justifyContent="space-between" gap="$3">
        <Body small strong>
          {t(total.leastMinor === total.mostMinor ? 'fees.byPlan' : 'fees.byPlanLeast')}
        </Body>
        <Money minor={total.leastMinor} small strong />
      </Line>
      {unlisted.length ? (
        <Body small tone="loose">
          {t('fees.unlisted', { list: unlisted.join(', ') })}
        </Body>
      ) : null}
    </Column>
  );
}

function Figure({
  label,
  minor,
  undo,
  onUndo,
}: {
  label: string;
  minor: number;
  undo: string | undefined;
  onUndo: () => void;
}) {
  return (
    <Line justifyContent="space-between" gap="$3">
      <Body small flex={1}>
        {label}
      </Body>
      {undo ? <Button kind="plain" label={undo} onPress={onUndo} /> : null}
      <Money minor={minor} small strong />
    </Line>
  );
}
