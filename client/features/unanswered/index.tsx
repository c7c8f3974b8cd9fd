import type { KeyState } from '@abacist/contracts';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { sendCommand } from '~/api/command';
import { request } from '~/api/http';
import { useReading } from '~/api/reading';
import { isAwaited, settle, useUnanswered, type Sent } from '~/api/unanswered';
import { useWords } from '~/i18n';
import { refusalsOf, useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column } from '~/ui/Box';
import { Dialog } from '~/ui/Dialog';
import { ErrorNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';
import { Notice } from './Notice';
import { ReadingBar } from './ReadingBar';

/** How often the server is asked what became of a command. */
const ASK_EVERY = 2_000;
const PATIENCE = 700;

/**
 * Said while an answer takes long (nothing is lost, and nobody has to wait), and when something
 * that had none turned out to be kept.
 */
export function Notices() {
  const t = useWords();
  const word = useRefusalText();
  const { giveUp, news } = useUnanswered();
  const reading = useReading(({ id }) => id !== null);
  const read = () => useUnanswered.setState({ news: null });
  if (reading) return <ReadingBar />;
  if (giveUp) {
    return (
      <Notice
        text={t('unanswered.notYet')}
        label={t('unanswered.dontWait')}
        onPress={giveUp}
      />
    );
  }
  if (!news) return null;
  const text = news === 'kept' ? t('unanswered.kept') : news.map(word).join(' ');
  return <Notice text={text} label={t('common.goOn')} onPress={read} />;
}

/**
 * Stands before everything else while it is unknown what became of a command: whatever was typed
 * can’t change until then. It asks by itself; a person may send it again or cancel it.
 */
export function Unanswered() {
  const sent = useUnanswered((state) => state.unknown[0]);
  return sent ? <Unknown key={sent.key} sent={sent} /> : null;
}

function Unknown({ sent }: { sent: Sent }) {
  const t = useWords();
  const client = useQueryClient();
  const { key } = sent;
  const asked = useQuery({
    queryKey: ['command', key],
    queryFn: () => request<KeyState>('GET', `/commands/${key}`),
    refetchInterval: ASK_EVERY,
    retry: false,
    gcTime: 0,
  });
  const end = (known: KeyState) => {
    if (known.state === 'none') return;
    // The page that sent it goes on by itself; after a reload a person must be told.
    if (known.state === 'kept' && !isAwaited(key)) useUnanswered.setState({ news: 'kept' });
    settle(key, known);
    void client.invalidateQueries();
  };
  const burn = useMutation({
    mutationFn: () => request<KeyState>('POST', `/commands/${key}/burn`),
    onSuccess: end,
  });
  const again = useMutation({
    mutationFn: async () => {
      if (isAwaited(key)) return settle(key, { state: 'again' });
      settle(key, { state: 'again' });
      // Nobody waits for it any more: what became of it stands in the bar.
      try {
        end({ state: 'kept', answer: await sendCommand(sent.path, sent.command, key) });
      } catch (error) {
        const refusals = refusalsOf(error);
        if (refusals.length) useUnanswered.setState({ news: refusals });
      }
    },
  });
  useEffect(() => {
    if (asked.data) end(asked.data);
  });
  // The first answer comes at once as a rule: nobody is startled for that.
  const [patient, setPatient] = useState(true);
  useEffect(() => {
    const timer = setTimeout(() => setPatient(false), PATIENCE);
    return () => clearTimeout(timer);
  }, []);
  if (patient && asked.isLoading) return null;
  const [label, text] = asked.isError
    ? (['unanswered.away', 'unanswered.awayText'] as const)
    : asked.data?.state === 'none'
      ? (['unanswered.none', 'unanswered.noneText'] as const)
      : (['unanswered.asking', 'unanswered.awayText'] as const);
  return (
    <Dialog open title={t('unanswered.title')} onClose={() => undefined}>
      <Column gap="$2" role="status">
        <Body strong>{t(label)}</Body>
        <Body tone="faded">{t(text)}</Body>
      </Column>
      <ErrorNote error={burn.error} />
      <Button
        kind="primary"
        big
        label={t('unanswered.again')}
        disabled={again.isPending || burn.isPending}
        onPress={() => again.mutate()}
      />
      <Button
        label={t('unanswered.cancel')}
        disabled={again.isPending || burn.isPending}
        onPress={() => burn.mutate()}
      />
    </Dialog>
  );
}
