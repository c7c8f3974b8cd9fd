import type { JobView, StatementRunResult, StatementsMade } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { ErrorNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';

/** Who gets one, and where it can be mailed to. */
type Addressee = { chargeAccountId: number; email: string };

/** Makes the chosen statements or reminders and mails them, or prints them as one file. */
export function SendStatements({
  path,
  asked,
  chosen,
}: {
  path: '/account-statements' | '/reminders';
  asked: object;
  chosen: readonly Addressee[];
}) {
  const t = useWords();
  const { hasMail } = useShop();
  const make = useCommand<object, StatementsMade>(path);
  const keep = useCommand<{ statementIds: number[] }, object>('/account-statements/print');
  const [jobId, setJobId] = useState<string | null>(null);
  const accountIds = chosen.map((one) => one.chargeAccountId);
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
                {
                  ...asked,
                  accountIds: mailable.map((one) => one.chargeAccountId),
                  mail: true,
                },
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
  if (job.data.status !== 'done') {
    return <Body role="status">{t(`statements.run_${job.data.status}`)}</Body>;
  }
  const result = job.data.result as StatementRunResult;
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
