import type { ApplyTaught, LineView } from '@abacist/contracts';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useAnswerWords } from '~/features/taughtRules';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Check } from '~/ui/Check';
import { Money } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Section } from '~/ui/Section';
import { Body } from '~/ui/Text';

/** Lines that a rule explains: all that are ticked are recorded by one act. */
export function Taught({ lines }: { lines: readonly LineView[] }) {
  const t = useWords();
  const dates = useDates();
  const words = useAnswerWords();
  const [left, setLeft] = useState<readonly number[]>([]);
  const send = useCommand<ApplyTaught, object>('/taught-answers');
  const known = lines.flatMap((line) =>
    line.taught ? [{ ...line, taught: line.taught }] : [],
  );
  if (known.length === 0) return null;
  const picked = known.filter(({ id }) => !left.includes(id));
  return (
    <Section title={t('statement.taught')}>
      <Sheet>
        {known.map(({ id, date, text, amountMinor, taught }) => (
          <Check
            key={id}
            on={!left.includes(id)}
            onToggle={() =>
              setLeft(left.includes(id) ? left.filter((one) => one !== id) : [...left, id])
            }
          >
            <Column flex={1} minWidth={0} alignItems="flex-start">
              <Body textAlign="left">{words(taught.answer, taught.name)}</Body>
              <Body small tone="faded" textAlign="left">
                {`${dates.day(date)} · ${text}`}
              </Body>
            </Column>
            <Money minor={amountMinor} strong />
          </Check>
        ))}
      </Sheet>
      <Column paddingHorizontal="$4" gap="$2">
        <ErrorNote error={send.error} />
        <Line>
          <Button
            grow
            kind="primary"
            disabled={picked.length === 0 || send.isPending}
            label={t('statement.recordAll', { count: picked.length })}
            onPress={() =>
              send.mutate({
                lines: picked.map(({ id, taught }) => ({ lineId: id, ruleId: taught.ruleId })),
              })
            }
          />
        </Line>
      </Column>
    </Section>
  );
}
