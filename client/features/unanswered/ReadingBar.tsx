import type { JobView } from '@abacist/contracts';
import { useMutation, useQuery } from '@tanstack/react-query';
import { request } from '~/api/http';
import { newKey } from '~/api/command';
import { useReading } from '~/api/reading';
import { useWords } from '~/i18n';
import { Notice } from './Notice';

const ASK_EVERY = 400;

/** How far the server is with a file, and a way to stop it: nothing of it is kept then. */
export function ReadingBar() {
  const id = useReading((state) => state.id);
  return id ? <Reading key={id} id={id} /> : null;
}

function Reading({ id }: { id: string }) {
  const t = useWords();
  const job = useQuery({
    queryKey: ['job', id],
    queryFn: () => request<JobView>('GET', `/jobs/${id}`),
    refetchInterval: ASK_EVERY,
    retry: false,
    gcTime: 0,
  });
  const stop = useMutation({
    mutationFn: () =>
      request('POST', `/jobs/${id}/stop`, { command: {} }, { 'Idempotency-Key': newKey() }),
  });
  const { done = 0, of = 0 } = job.data ?? {};
  const percent = of ? Math.floor((100 * done) / of) : 0;
  return (
    <Notice
      text={t('unanswered.reading', { percent })}
      label={t('statement.stop')}
      onPress={() => stop.mutate()}
    />
  );
}
