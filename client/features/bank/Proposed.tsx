import type {
  LineView,
  MatchCommand,
  MatchGroup,
  MovementView,
  Proposal,
  ProposedGroup,
} from '@abacist/contracts';
import { useCommand } from '~/api/command';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Tag } from '~/ui/Tag';
import { Body, Heading } from '~/ui/Text';
import { groupsOf } from './groupsOf';
import { TakeBack } from './TakeBack';
import { useMovementWords } from './useMovementWords';

/** A likely match: both sides beside each other, why it is not certain, and its rivals. */
export function Proposed({
  proposal,
  bankAccountId,
}: {
  proposal: Proposal;
  bankAccountId: number;
}) {
  const t = useWords();
  const accept = useCommand<MatchCommand, object>('/matches');
  const groups = groupsOf(proposal);
  const take = (of: readonly MatchGroup[]) =>
    accept.mutate({ bankAccountId, groups: [...of] });
  return (
    <Sheet>
      <SheetRow>
        <Heading size="section">{t('statement.likely')}</Heading>
        <Tag tone="waiting" label={t('statement.grade', { grade: proposal.grade })} />
      </SheetRow>
      <Members of={proposal} groups={groups} />
      <Column padding="$4" gap="$3">
        <Body tone="faded">{t(`statement.because_${proposal.because}`)}</Body>
        <ErrorNote error={accept.error} />
        <Button
          kind="primary"
          label={t('statement.accept', { count: groups.length })}
          disabled={accept.isPending}
          onPress={() => take(groups)}
        />
        {proposal.movements.map((movement) => (
          <TakeBack key={movement.key} of={movement} />
        ))}
      </Column>
      {proposal.rivals.length ? (
        <Rivals of={proposal.rivals} disabled={accept.isPending} onTake={take} />
      ) : null}
    </Sheet>
  );
}

/** What explains it just as well, each with its own way in: beside each other where there is room. */
function Rivals({
  of,
  disabled,
  onTake,
}: {
  of: readonly ProposedGroup[];
  disabled: boolean;
  onTake: (groups: readonly MatchGroup[]) => void;
}) {
  const t = useWords();
  return (
    <Column role="group" aria-label={t('statement.rivals')} gap="$2" paddingBottom="$4">
      <Body small tone="faded" paddingHorizontal="$4">
        {t('statement.rivals')}
      </Body>
      <Line flexWrap="wrap" alignItems="flex-start">
        {of.map((rival, i) => {
          const groups = groupsOf(rival);
          return (
            <Column key={i} flexGrow={1} flexBasis={300} minWidth={0}>
              <Members of={rival} groups={groups} />
              <Line paddingHorizontal="$4" paddingTop="$2">
                <Button
                  label={t('statement.acceptInstead')}
                  disabled={disabled}
                  onPress={() => onTake(groups)}
                />
              </Line>
            </Column>
          );
        })}
      </Line>
    </Column>
  );
}

/** One with one in a row each; else both sides, each with its sum. */
function Members({
  of: { movements, lines },
  groups,
}: {
  of: ProposedGroup;
  groups: readonly MatchGroup[];
}) {
  const t = useWords();
  const dates = useDates();
  const words = useMovementWords();
  if (movements.length === lines.length && groups.length === lines.length)
    return lines.map((line, i) => (
      <PairRow key={line.id} movement={movements[i]!} line={line} />
    ));
  return (
    <>
      <Side
        title={t('statement.sideLines', { count: lines.length })}
        rows={lines.map((line) => ({
          ...line,
          words: dates.day(line.date),
          below: line.text,
        }))}
      />
      <Side
        title={t('statement.sideMovements', { count: movements.length })}
        rows={movements.map((movement) => ({
          id: movement.key,
          amountMinor: movement.amountMinor,
          words: words(movement),
          below: t('statement.due', { date: dates.day(movement.dueDate) }),
        }))}
      />
    </>
  );
}

type Row = { id: number | string; amountMinor: number; words: string; below: string };

function Side({ title, rows }: { title: string; rows: readonly Row[] }) {
  const sumMinor = rows.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
  return (
    <Column role="group" aria-label={title}>
      <Line paddingHorizontal="$4" paddingTop="$3" justifyContent="space-between" gap="$3">
        <Body small tone="faded">
          {title}
        </Body>
        <Money minor={sumMinor} strong small />
      </Line>
      {rows.map(({ id, amountMinor, words, below }) => (
        <SheetRow key={id} alignItems="flex-start">
          <Column flex={1} minWidth={0}>
            <Body>{words}</Body>
            <Body small tone="faded">
              {below}
            </Body>
          </Column>
          <Money minor={amountMinor} />
        </SheetRow>
      ))}
    </Column>
  );
}

export function PairRow({ movement, line }: { movement: MovementView; line: LineView }) {
  const t = useWords();
  const dates = useDates();
  const words = useMovementWords();
  return (
    <SheetRow alignItems="flex-start">
      <Column flex={1} minWidth={0} gap="$1">
        <Body>{words(movement)}</Body>
        <Body small tone="faded">
          {t('statement.lineIs', { date: dates.day(line.date), text: line.text })}
        </Body>
      </Column>
      <Money minor={line.amountMinor} strong />
    </SheetRow>
  );
}
