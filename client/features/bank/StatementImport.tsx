import type {
  JobView,
  MatchRunResult,
  StatementAnswer,
  StatementFileLines,
  StatementImport,
} from '@abacist/contracts';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useCommand } from '~/api/command';
import { ApiError, request } from '~/api/http';
import { useTable } from '~/features/statementFiles';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { FilePick, type PickedFile } from '~/ui/FilePick';
import { ErrorNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';
import { router } from '~/router';
import { Settled } from './Settled';
import { useLane } from './store';

/** What browsers offer; what a file is, its content tells. */
const ACCEPTED = [
  ...[
    '.csv',
    '.xlsx',
    '.txt',
    '.xml',
    '.ofx',
    '.qfx',
    '.qbo',
    '.sta',
    '.940',
    '.mt940',
    '.bai',
    '.bai2',
  ],
  ...['text/csv', 'text/plain', 'application/xml', 'text/xml'],
].join();

/** A table that nobody has made out yet: of the bank's own columns, or a workbook. */
const UNKNOWN = ['statement.columns', 'statement.notCsv', 'statement.unknownTable'];
const isUnknownTable = (error: unknown): boolean =>
  error instanceof ApiError && error.body.refusals.some(({ code }) => UNKNOWN.includes(code));

/** Picks a statement file, says what came of it, and follows the matching run that it started. */
export function StatementImportForm() {
  const t = useWords();
  const dates = useDates();
  const send = useCommand<StatementImport, StatementAnswer>('/statements');
  const [file, setFile] = useState<PickedFile | null>(null);
  const pick = useTable((table) => table.pick);
  const shown = useLane((lane) => lane.accountId);
  return (
    <Column paddingHorizontal="$4" gap="$3">
      <Line>
        <FilePick
          label={t('statement.import')}
          accept={ACCEPTED}
          disabled={send.isPending}
          onPick={(file) => {
            setFile(file);
            send.mutate(file);
          }}
        />
      </Line>
      <ErrorNote error={send.error} />
      {file && isUnknownTable(send.error) ? (
        <Line>
          <Button
            kind="primary"
            label={t('statement.makeOut')}
            onPress={() => {
              pick(file, shown);
              router.push('/bank/statement-file' as never);
            }}
          />
        </Line>
      ) : null}
      {send.data ? (
        <Column role="status" gap="$1">
          <Body tone="home" strong>
            {t(send.data.from === send.data.to ? 'statement.addedOfDay' : 'statement.added', {
              count: send.data.added,
              from: dates.day(send.data.from),
              to: dates.day(send.data.to),
            })}
          </Body>
          {send.data.beside.map(({ what, from, to }) => (
            <Body key={`${what} ${from}`} tone={what === 'gap' ? 'loose' : 'faded'}>
              {t(`statement.beside_${what}`, { from: dates.day(from), to: dates.day(to) })}
            </Body>
          ))}
          {(['alreadyHere', 'pending', 'masked'] as const).map((what) =>
            send.data[what] > 0 ? (
              <Body key={what} tone="faded">
                {t(`statement.${what}`, { count: send.data[what] })}
              </Body>
            ) : null,
          )}
          {send.data.jobId ? <Run jobId={send.data.jobId} fileId={send.data.fileId} /> : null}
        </Column>
      ) : null}
    </Column>
  );
}

/** The matching run that an import started: its progress, a way to stop, what came of it. */
function Run({ jobId, fileId }: { jobId: string; fileId: number }) {
  const t = useWords();
  const client = useQueryClient();
  const stop = useCommand<object, object>(`/jobs/${jobId}/stop`);
  const job = useQuery({
    queryKey: ['job', jobId],
    queryFn: () => request<JobView>('GET', `/jobs/${jobId}`),
    refetchInterval: (query) => (query.state.data?.status === 'running' ? 300 : false),
  });
  const status = job.data?.status;
  useEffect(() => {
    if (status && status !== 'running') {
      void client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'job' });
    }
  }, [status, client]);
  if (!job.data) return null;
  if (job.data.status === 'running') {
    return (
      <Line gap="$2">
        <Body>{t('statement.matching', { done: job.data.done, of: job.data.of })}</Body>
        <Button label={t('statement.stop')} onPress={() => stop.mutate({})} />
      </Line>
    );
  }
  const result = job.data.result as MatchRunResult | null;
  if (job.data.status !== 'done' || !result)
    return <Body>{t(`statement.run_${job.data.status}`)}</Body>;
  return (
    <>
      <Body>{t('statement.matched', { ...result })}</Body>
      <Became fileId={fileId} />
    </>
  );
}

/** What became of the file's lines, and which of them the engine settled by itself. */
function Became({ fileId }: { fileId: number }) {
  const t = useWords();
  const [shown, setShown] = useState(false);
  const lines = useQuery({
    queryKey: ['statement-file', fileId],
    queryFn: () => request<StatementFileLines>('GET', `/statement-files/${fileId}`),
  });
  if (!lines.data) return null;
  const { bankAccountId, ...became } = lines.data;
  return (
    <>
      <Body>{t('statement.became', became)}</Body>
      {became.matched === 0 || bankAccountId === null ? null : shown ? (
        <Settled fileId={fileId} bankAccountId={bankAccountId} />
      ) : (
        <Line>
          <Button
            kind="plain"
            label={t('statement.showSettled')}
            onPress={() => setShown(true)}
          />
        </Line>
      )}
    </>
  );
}
