import type { LineTrail } from '@abacist/contracts';
import { meaningsOf, type LineMeaningKind } from '@abacist/core/lineMeanings';
import { useState, type ComponentType } from 'react';
import { useMay } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column } from '~/ui/Box';
import { router } from '~/router';
import { MEANINGS } from './lineMeanings';
import type { MeaningDialog } from './lineMeanings/room';

/** What a line that nobody knows may be: the likeliest first. */
export function UnknownLine({ line }: { line: LineTrail['line'] }) {
  const t = useWords();
  const may = useMay();
  const [Said, setSaid] = useState<ComponentType<MeaningDialog> | null>(null);
  if (!may('POST /matches')) return null;
  const say = (kind: LineMeaningKind) => {
    const meaning = MEANINGS[kind];
    if ('pageOf' in meaning) router.push(meaning.pageOf(line) as never);
    else setSaid(() => meaning.Ask);
  };
  return (
    <Column paddingHorizontal="$4" gap="$3" alignItems="flex-start">
      {meaningsOf(line.amountMinor).map((kind, i) => (
        <Button
          key={kind}
          {...(i === 0 && { kind: 'primary' })}
          label={t(`trail.is_${kind}`)}
          onPress={() => say(kind)}
        />
      ))}
      {Said ? <Said line={line} onClose={() => setSaid(null)} /> : null}
    </Column>
  );
}
