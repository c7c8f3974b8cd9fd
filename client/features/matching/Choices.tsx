import { useState } from 'react';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column } from '~/ui/Box';
import { Check } from '~/ui/Check';
import { Money } from '~/ui/Money';
import { Body } from '~/ui/Text';

/** So many are offered before more are asked for. */
const OFFERED = 12;

/** What may be picked of a side. */
export type Offered = {
  id: number | string;
  amountMinor: number;
  words: string;
  below: string;
};

/** One side to pick from; what is picked is ticked. */
export function Choices({
  title,
  of,
  picked,
  onToggle,
}: {
  title: string;
  of: readonly Offered[];
  picked: readonly (number | string)[];
  onToggle: (id: number | string) => void;
}) {
  const t = useWords();
  const [most, setMost] = useState(OFFERED);
  if (of.length === 0) return null;
  return (
    <Column role="group" aria-label={title}>
      <Body small tone="faded">
        {title}
      </Body>
      {of.slice(0, most).map(({ id, amountMinor, words, below }) => (
        <Check key={id} tight on={picked.includes(id)} onToggle={() => onToggle(id)}>
          <Column flex={1} minWidth={0} alignItems="flex-start">
            <Body textAlign="left">{words}</Body>
            <Body small tone="faded">
              {below}
            </Body>
          </Column>
          <Money minor={amountMinor} strong />
        </Check>
      ))}
      {of.length > most ? (
        <Button kind="plain" label={t('common.more')} onPress={() => setMost(most * 4)} />
      ) : null}
    </Column>
  );
}
