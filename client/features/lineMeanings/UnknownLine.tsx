import type { ApplyTaught } from '@abacist/contracts';
import { meaningsOf, type LineMeaningKind } from '@abacist/core/lineMeanings';
import { useMedia } from '@tamagui/core';
import { useState, type ComponentType } from 'react';
import { useCommand } from '~/api/command';
import { useMay } from '~/api/session';
import { useAnswerWords } from '~/features/taughtRules';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Body } from '~/ui/Text';
import { ErrorNote } from '~/ui/Notes';
import { router } from '~/router';
import { MEANINGS } from './meanings';
import type { MeaningDialog, OpenLine } from './room';

/** Their keys, in their order. */
const KEYS = [...'1234567890'];

/** On a phone they stand in two columns, so that all are in sight together. */
const IN_TWO = { display: 'grid', gridTemplateColumns: '1fr 1fr', width: '100%' } as never;

/** What a line that nobody knows may be. */
export function UnknownLine({ line }: { line: OpenLine }) {
  const t = useWords();
  const may = useMay();
  const media = useMedia();
  const dates = useDates();
  const [Said, setSaid] = useState<ComponentType<MeaningDialog> | null>(null);
  if (!may('POST /matches')) return null;
  const say = (kind: LineMeaningKind) => {
    const meaning = MEANINGS[kind];
    if ('pageOf' in meaning) router.push(meaning.pageOf(line) as never);
    else setSaid(() => meaning.Ask);
  };
  return (
    <Column paddingHorizontal="$4" gap="$3" alignItems="flex-start">
      {line.note ? (
        <Body tone="waiting">
          {t('statement.notedUntil', {
            note: line.note.note,
            date: dates.day(line.note.askOn),
          })}
        </Body>
      ) : null}
      {line.taught ? <AsTaught id={line.id} taught={line.taught} /> : null}
      <Body small tone="faded" aria-hidden>
        {t('trail.whatIsIt')}
      </Body>
      <Line
        role="group"
        aria-label={t('trail.whatIsIt')}
        gap="$2"
        flexWrap="wrap"
        style={media.wide ? undefined : IN_TWO}
      >
        {meaningsOf(line.amountMinor).map((kind, i) => (
          <Button
            key={kind}
            label={t(`trail.is_${kind}`)}
            shortcut={KEYS[i]!}
            onPress={() => say(kind)}
          />
        ))}
      </Line>
      {Said ? <Said line={line} onClose={() => setSaid(null)} /> : null}
    </Column>
  );
}

/** What a rule says of the line: recorded by one tap. */
function AsTaught({ id, taught }: { id: number; taught: NonNullable<OpenLine['taught']> }) {
  const t = useWords();
  const words = useAnswerWords();
  const send = useCommand<ApplyTaught, object>('/taught-answers');
  return (
    <>
      <ErrorNote error={send.error} />
      <Button
        kind="primary"
        disabled={send.isPending}
        label={t('statement.recordAs', { what: words(taught.answer, taught.name) })}
        onPress={() => send.mutate({ lines: [{ lineId: id, ruleId: taught.ruleId }] })}
      />
    </>
  );
}
