import type { KeyState } from '@abacist/contracts';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { sendCommand } from '~/api/command';
import { request } from '~/api/http';
import { isAwaited, settle, useUnanswered, type Sent } from '~/api/unanswered';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Dialog } from '~/ui/Dialog';
import { ErrorNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';

/** How often the server is asked what became of a command. */
const ASK_EVERY = 2_000;

/** Said while an answer takes long: nothing is lost, and nobody has to wait. */
export function NoAnswerYet() {
  const t = useWords();
  const giveUp = useUnanswered((state) => state.giveUp);
  if (!giveUp) return null;
  return (
    <Line
      role="status"
      data-noprint
      gap="$3"
      paddingHorizontal="$4"
      paddingVertical="$2"
      backgroundColor="$sheet"
      borderBottomWidth={1}
      borderColor="$plum"
      justifyContent="space-between"
    >
      <Body flex={1} tone="loose">
        {t('unanswered.notYet')}
      </Body>
      <Button label={t('unanswered.dontWait')} onPress={giveUp} />
    </Line>
  );
}

/**
 * Stands before everything else while it is unknown what became of a command: whatever was typed
 * can’t change until then. It asks by itself; a person may send it again or cancel it.
 */
export function Unanswered() {
  const sent = useUnanswered((state) => state.unknown[0]);
  const [kept, setKept] = useState(false);
  const t = useWords();
  if (sent) return <Unknown key={sent.key} sent={sent} onKept={() => setKept(true)} />;
  return (
    <Dialog open={kept} title={t('unanswered.keptTitle')} onClose={() => setKept(false)}>
      <Body>{t('unanswered.kept')}</Body>
      <Button kind="primary" big label={t('common.goOn')} onPress={() => setKept(false)} />
    </Dialog>
  );
}

function Unknown({ sent, onKept }: { sent: Sent; onKept: () => void }) {
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
    if (known.state === 'kept' && !isAwaited(key)) onKept();
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
      const { path, body } = sent;
      settle(key, { state: 'again' });
      end({ state: 'kept', answer: await sendCommand(path, body.command, key) });
    },
  });
  useEffect(() => {
    if (asked.data) end(asked.data);
  });
  const [label, text] = asked.isError
    ? ['unanswered.away', 'unanswered.awayText']
    : asked.data?.state === 'none'
      ? ['unanswered.none', 'unanswered.noneText']
      : ['unanswered.asking', 'unanswered.awayText'];
  return (
    <Dialog open title={t('unanswered.title')} onClose={() => undefined}>
      <Column gap="$2" role="status">
        <Body strong>{t(label)}</Body>
        <Body tone="faded">{t(text)}</Body>
      </Column>
      <ErrorNote error={burn.error ?? again.error} />
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
