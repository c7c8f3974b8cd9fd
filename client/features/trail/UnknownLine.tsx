import type { LineTrail } from '@abacist/contracts';
import { meaningsOf, type LineMeaningKind } from '@abacist/core/lineMeanings';
import { useState } from 'react';
import { useMay } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column } from '~/ui/Box';
import { MEANINGS } from './lineMeanings';

/** What a line that nobody knows may be: the likeliest first. */
export function UnknownLine({ line }: { line: LineTrail['line'] }) {
  const t = useWords();
  const may = useMay();
  const [said, setSaid] = useState<LineMeaningKind | null>(null);
  if (!may('POST /matches')) return null;
  const Said = said && MEANINGS[said];
  return (
    <Column paddingHorizontal="$4" gap="$3" alignItems="flex-start">
      {meaningsOf(line.amountMinor).map((kind, i) => (
        <Button
          key={kind}
          {...(i === 0 && { kind: 'primary' })}
          label={t(`trail.is_${kind}`)}
          onPress={() => setSaid(kind)}
        />
      ))}
      {Said ? <Said line={line} onClose={() => setSaid(null)} /> : null}
    </Column>
  );
}
