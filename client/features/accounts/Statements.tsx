import type {
  JobView,
  MakeStatements,
  StatementPreview,
  StatementRunResult,
  StatementsMade,
} from '@abacist/contracts';
import { STATEMENT_KINDS, type StatementKind } from '@abacist/core/accounts';
import { isIsoDate } from '@abacist/core/dates';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Check } from '~/ui/Check';
import { Choice } from '~/ui/Choice';
import { Field } from '~/ui/Field';
import { Money } from '~/ui/Money';
import { Empty, ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';

/** Statements of account for all that have something to show, or for one: looked at, then sent. */
export function StatementsScreen({ accountId }: { accountId: number | null }) {
  const t = useWords();
  const { today } = useShop();
  const [kind, setKind] = useState<StatementKind>('openItem');
  const [asOf, setAsOf] = useState(today);
  const [from, setFrom] = useState(`${today.slice(0, 8)}01`);
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const dated = isIsoDate(asOf) && isIsoDate(from) && asOf <= today;
  const asked = { kind, from: kind === 'openItem' ? asOf : from, asOf };
  const preview = useQuery({
    queryKey: ['accountStatements', asked, accountId],
    queryFn: () =>
      request<{ statements: StatementPreview[] }>(
        'GET',
        `/account-statements/preview?${new URLSearchParams({
          ...asked,
          ...(accountId !== null && { accountId: String(accountId) }),
        })}`,
      ),
    enabled: dated,
    placeholderData: keepPreviousData,
  });
  const found = preview.data?.statements ?? [];
  const chosen = found.filter((one) => !left.has(one.accountId));
  const dateError = (text: string) =>
    !isIsoDate(text)
      ? t('refusal.date_notADate')
      : text > today
        ? t('refusal.statement_later')
        : undefined;
  return (
    <Screen
      title={t('statements.title')}
      back={accountId === null ? '/accounts' : `/accounts/${accountId}`}
      footer={<Send asked={asked} chosen={dated ? chosen : []} />}
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
                <Field
                  label={t('statements.from')}
                  value={from}
                  onChange={setFrom}
                  maxLength={10}
                  error={isIsoDate(from) ? undefined : t('refusal.date_notADate')}
                />
              </Column>
            ) : null}
            <Column flex={1}>
              <Field
                label={t('statements.asOf')}
                value={asOf}
                onChange={setAsOf}
                maxLength={10}
                error={dateError(asOf)}
              />
            </Column>
          </Line>
        </Column>
        <Query of={preview}>
          {() =>
            found.length === 0 ? (
              <Empty title={t('statements.noneTitle')} text={t('statements.noneText')} />
            ) : (
              <Sheet role="group" aria-label={t('statements.who')}>
                {found.map((one) => (
                  <Check
                    key={one.accountId}
                    on={!left.has(one.accountId)}
                    onToggle={() => {
                      const next = new Set(left);
                      if (!next.delete(one.accountId)) next.add(one.accountId);
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

/** Sends the chosen ones, or prints them as one file. */
function Send({
  asked,
  chosen,
}: {
  asked: Pick<MakeStatements, 'kind' | 'from' | 'asOf'>;
  chosen: readonly StatementPreview[];
}) {
  const t = useWords();
  const { hasMail } = useShop();
  const make = useCommand<MakeStatements, StatementsMade>('/account-statements');
  const keep = useCommand<{ statementIds: number[] }, object>('/account-statements/print');
  const [jobId, setJobId] = useState<string | null>(null);
  const accountIds = chosen.map((one) => one.accountId);
  const mailable = chosen.filter(({ email }) => email);
  const busy = make.isPending || keep.isPending;
  const print = () => {
    // Opened within the tap, so that the browser lets it; filled when the papers are there.
    const page = window.open('', '_blank');
    make.mutate(
      { ...asked, accountIds, mail: false },
      {
        onSuccess: ({ statementIds }) => {
          keep.mutate({ statementIds });
          const address = `/api/account-statements/pdf?ids=${statementIds.join(',')}`;
          if (page) page.location.href = address;
          else window.location.href = address;
        },
        onError: () => page?.close(),
      },
    );
  };
  return (
    <>
      <ErrorNote error={make.error ?? keep.error} />
      {jobId ? <Run jobId={jobId} /> : null}
      <Line gap="$2">
        <Button
          grow
          big
          disabled={busy || chosen.length === 0}
          label={t('statements.print', { count: chosen.length })}
          onPress={print}
        />
        {hasMail ? (
          <Button
            grow
            big
            kind="primary"
            disabled={busy || mailable.length === 0}
            label={t('statements.mail', { count: mailable.length })}
            onPress={() =>
              make.mutate(
                { ...asked, accountIds: mailable.map((one) => one.accountId), mail: true },
                { onSuccess: (made) => setJobId(made.jobId) },
              )
            }
          />
        ) : null}
      </Line>
    </>
  );
}

/** How far the mailing is, a way to stop it, and what came of it. */
function Run({ jobId }: { jobId: string }) {
  const t = useWords();
  const stop = useCommand<object, object>(`/jobs/${jobId}/stop`);
  const job = useQuery({
    queryKey: ['job', jobId],
    queryFn: () => request<JobView>('GET', `/jobs/${jobId}`),
    refetchInterval: (query) =>
      (query.state.data?.status ?? 'running') === 'running' ? 300 : false,
  });
  if (!job.data) return null;
  if (job.data.status === 'running') {
    return (
      <Line gap="$2" justifyContent="space-between">
        <Body role="status">
          {t('statements.running', { done: job.data.done, of: job.data.of })}
        </Body>
        <Button label={t('statement.stop')} onPress={() => stop.mutate({})} />
      </Line>
    );
  }
  const result = job.data.result as StatementRunResult | null;
  if (job.data.status !== 'done' || !result) {
    return <Body role="status">{t(`statements.run_${job.data.status}`)}</Body>;
  }
  return (
    <Column role="status">
      <Body tone="home" strong>
        {t('statements.mailed', { count: result.mailed })}
      </Body>
      {result.failed.length ? (
        <Body tone="loose">{t('statements.failed', { names: result.failed.join(', ') })}</Body>
      ) : null}
    </Column>
  );
}
