import type { StatementPreview } from '@abacist/contracts';
import { STATEMENT_KINDS, type StatementKind } from '@abacist/core/accounts';
import { isIsoDate } from '@abacist/core/dates';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { Column, Line, Sheet } from '~/ui/Box';
import { Check } from '~/ui/Check';
import { Choice } from '~/ui/Choice';
import { DateField } from '~/ui/DateField';
import { Money } from '~/ui/Money';
import { Empty } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';
import { SendStatements } from './SendStatements';

/** Statements of account for all that have something to show, or for one: looked at, then sent. */
export function StatementsScreen({ chargeAccountId }: { chargeAccountId: number | null }) {
  const t = useWords();
  const { today } = useShop();
  const [kind, setKind] = useState<StatementKind>('openItem');
  const [asOf, setAsOf] = useState(today);
  const [from, setFrom] = useState(`${today.slice(0, 8)}01`);
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const dated = isIsoDate(asOf) && isIsoDate(from) && asOf <= today;
  const asked = { kind, from: kind === 'openItem' ? asOf : from, asOf };
  const preview = useQuery({
    queryKey: ['accountStatements', asked, chargeAccountId],
    queryFn: () =>
      request<{ statements: StatementPreview[] }>(
        'GET',
        `/account-statements/preview?${new URLSearchParams({
          ...asked,
          ...(chargeAccountId !== null && { chargeAccountId: String(chargeAccountId) }),
        })}`,
      ),
    enabled: dated,
    placeholderData: keepPreviousData,
  });
  const [which, setWhich] = useState<'all' | 'due'>('all');
  const all = preview.data?.statements ?? [];
  const found = which === 'due' ? all.filter(({ due }) => due) : all;
  const chosen = found.filter((one) => !left.has(one.chargeAccountId));
  return (
    <Screen
      title={t('statements.title')}
      back={chargeAccountId === null ? '/accounts' : `/accounts/${chargeAccountId}`}
      footer={
        <SendStatements
          path="/account-statements"
          asked={asked}
          chosen={dated ? chosen : []}
        />
      }
    >
      <Column gap="$4" paddingBottom="$5">
        <Column paddingHorizontal="$4" gap="$3">
          <Choice
            label={t('statements.kind')}
            value={kind}
            options={STATEMENT_KINDS.map((value) => ({
              value,
              label: t(`statements.kind_${value}`),
            }))}
            onChange={setKind}
          />
          <Line gap="$3" alignItems="flex-start">
            {kind === 'balanceForward' ? (
              <Column flex={1}>
                <DateField label={t('statements.from')} value={from} onChange={setFrom} />
              </Column>
            ) : null}
            <Column flex={1}>
              <DateField
                label={t('statements.asOf')}
                value={asOf}
                onChange={setAsOf}
                error={
                  isIsoDate(asOf) && asOf > today ? t('refusal.statement_later') : undefined
                }
              />
            </Column>
          </Line>
        </Column>
        {chargeAccountId === null && all.some(({ due }) => !due) ? (
          <Column paddingHorizontal="$4">
            <Choice
              label={t('statements.which')}
              value={which}
              options={[
                { value: 'all', label: t('statements.which_all') },
                { value: 'due', label: t('statements.which_due') },
              ]}
              onChange={setWhich}
            />
          </Column>
        ) : null}
        <Query of={preview}>
          {() =>
            found.length === 0 ? (
              <Empty title={t('statements.noneTitle')} text={t('statements.noneText')} />
            ) : (
              <Sheet role="group" aria-label={t('statements.who')}>
                {found.map((one) => (
                  <Check
                    key={one.chargeAccountId}
                    on={!left.has(one.chargeAccountId)}
                    onToggle={() => {
                      const next = new Set(left);
                      if (!next.delete(one.chargeAccountId)) next.add(one.chargeAccountId);
                      setLeft(next);
                    }}
                  >
                    <Column flex={1} minWidth={0} alignItems="flex-start">
                      <Body textAlign="left">{one.name}</Body>
                      <Body small tone={one.email ? 'faded' : 'waiting'}>
                        {one.email || t('statements.noEmail')}
                      </Body>
                    </Column>
                    <Money minor={one.balanceMinor} strong />
                  </Check>
                ))}
              </Sheet>
            )
          }
        </Query>
      </Column>
    </Screen>
  );
}
