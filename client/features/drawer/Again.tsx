import type { CountAgain, CountBefore, CountBegun } from '@abacist/contracts';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column } from '~/ui/Box';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';
import { useCounts } from './store';

/** Counts that were made before, and the way to begin anew without losing what this one came to. */
export function Again({
  begun,
  counted,
  command,
}: {
  begun: CountBegun;
  counted: number;
  command: CountAgain;
}) {
  const t = useWords();
  const money = useMoney();
  const dates = useDates();
  const { again } = useCounts();
  const [before, setBefore] = useState(begun.before);
  const [asks, setAsks] = useState(false);
  const send = useCommand<CountAgain, { before: CountBefore[] }>(
    `/counts/${begun.sessionId}/again`,
    (answer) => {
      setBefore(answer.before);
      setAsks(false);
      again(begun.sessionId);
    },
  );
  return (
    <Column paddingHorizontal="$4" gap="$2" alignItems="flex-start">
      {before.map(({ countedMinor, by, countedAt }) => (
        <Body key={countedAt} tone="faded">
          {t('count.before', { amount: money(countedMinor), by, time: dates.time(countedAt) })}
        </Body>
      ))}
      {counted > 0 ? (
        <Button kind="plain" label={t('count.again')} onPress={() => setAsks(true)} />
      ) : null}
      {asks ? (
        <Dialog open title={t('count.again')} onClose={() => setAsks(false)}>
          <Body>{t('count.againWhy', { amount: money(counted) })}</Body>
          <ErrorNote error={send.error} />
          <Decide
            label={t('count.again')}
            disabled={send.isPending}
            onDecide={() => send.mutate(command)}
            onCancel={() => setAsks(false)}
          />
        </Dialog>
      ) : null}
    </Column>
  );
}
