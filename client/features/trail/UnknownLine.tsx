import type { ApplyTaught, LineTrail } from '@abacist/contracts';
import { meaningsOf, type LineMeaningKind } from '@abacist/core/lineMeanings';
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
import { MEANINGS } from './lineMeanings';
import type { MeaningDialog } from './lineMeanings/room';

/** Their keys, in their order. */
const KEYS = [...'1234567890'];

/** What a line that nobody knows may be. */
export function UnknownLine({ line }: { line: LineTrail['line'] }) {
  const t = useWords();
  const may = useMay();
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
      <Line role="group" aria-label={t('trail.whatIsIt')} gap="$2" flexWrap="wrap">
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
function AsTaught({
  id,
  taught,
}: {
  id: number;
  taught: NonNullable<LineTrail['line']['taught']>;
}) {
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
