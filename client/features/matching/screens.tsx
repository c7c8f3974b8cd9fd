import type { LineView, MatchCommand, StatementView } from '@abacist/contracts';
import { useRef, useState } from 'react';
import { useCommand } from '~/api/command';
import { useStatement } from '~/api/statement';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { router } from '~/router';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { Empty, ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { arrowKeys, controlsOf } from '~/ui/rowsInSight';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';
import { BothSides, PickedDiffers } from './BothSides';
import { differenceOf, everythingOpen, mayMatch, onlyOne, type Picked } from './picking';

/** The bank's open lines beside what is under way: one is chosen, what it is made of is picked, and the difference runs along. */
export function MatchScreen({ bankAccountId }: { bankAccountId: number | null }) {
  const t = useWords();
  const statement = useStatement(bankAccountId);
  return (
    <Query of={statement}>
      {(view) => {
        const { lines } = everythingOpen(view);
        return lines.length === 0 ? (
          <Screen title={t('matching.title')} back="/bank/statement">
            <Empty title={t('matching.noneTitle')} text={t('matching.noneText')} />
          </Screen>
        ) : (
          <Desk view={view} />
        );
      }}
    </Query>
  );
}

const oldestFirst = (lines: readonly LineView[]) =>
  [...lines].sort((a, b) => (a.date === b.date ? a.id - b.id : a.date < b.date ? -1 : 1));

function Desk({ view }: { view: StatementView }) {
  const t = useWords();
  const { movements, lines: unsorted } = everythingOpen(view);
  const lines = oldestFirst(unsorted);
  const [chosen, setChosen] = useState<number | null>(null);
  const line = lines.find(({ id }) => id === chosen) ?? lines[0]!;
  const begin = (one: LineView): Picked => ({
    movements: onlyOne(movements, one).map(({ key }) => key),
    lineIds: [one.id],
  });
  const [made, setMade] = useState<{ of: number; picked: Picked } | null>(null);
  const picked = made?.of === line.id ? made.picked : begin(line);
  const pick = (part: Partial<Picked>) =>
    setMade({ of: line.id, picked: { ...picked, ...part } });
  const match = useCommand<MatchCommand, object>('/matches', () => setMade(null));
  const others = lines.filter(({ id }) => id !== line.id);
  const differenceMinor = differenceOf(picked, movements, lines);
  const ready = mayMatch(picked) && differenceMinor === 0 && !match.isPending;
  return (
    <Screen
      title={t('matching.title')}
      eyebrow={view.accounts.find(({ id }) => id === view.bankAccountId)?.name ?? ''}
      back="/bank/statement"
      width={1240}
      footer={
        <Column gap="$2">
          <ErrorNote error={match.error} />
          <Line gap="$4" justifyContent="space-between" alignItems="center" flexWrap="wrap">
            <PickedDiffers minor={differenceMinor} />
            <Line gap="$2">
              <Button
                label={t('matching.say')}
                shortcut="s"
                onPress={() => router.push(`/lines/${line.id}` as never)}
              />
              <Button
                kind="primary"
                label={t('statement.accept', { count: 1 })}
                shortcut="m"
                disabled={!ready}
                onPress={() =>
                  match.mutate({ bankAccountId: view.bankAccountId, groups: [picked] })
                }
              />
            </Line>
          </Line>
        </Column>
      }
    >
      <Column gap="$4" $pair={{ flexDirection: 'row', alignItems: 'flex-start' }}>
        <Column $pair={{ flex: 1 }} width="100%">
          <Section title={t('matching.lines', { count: lines.length })}>
            <Lines lines={lines} at={line.id} onChoose={setChosen} />
          </Section>
        </Column>
        <Column $pair={{ flex: 1 }} width="100%" paddingHorizontal="$4" gap="$4">
          <BothSides key={line.id} {...{ line, movements, others, picked }} onPick={pick} />
        </Column>
      </Column>
    </Screen>
  );
}

const ROW = { display: 'flex', margin: '0 8px' } as const;

/** Open lines: the arrows go from one to the next, and choose as they go. */
function Lines({
  lines,
  at,
  onChoose,
}: {
  lines: readonly LineView[];
  at: number;
  onChoose: (id: number) => void;
}) {
  const t = useWords();
  const dates = useDates();
  const list = useRef<HTMLDivElement>(null);
  return (
    <div
      ref={list}
      role="radiogroup"
      aria-label={t('matching.lines', { count: lines.length })}
      onKeyDown={(event) =>
        arrowKeys(event, {
          list: list.current,
          count: lines.length,
          scrollToIndex: (index) => {
            controlsOf(list.current, index)[0]?.scrollIntoView({ block: 'nearest' });
            const line = lines[index];
            if (line) onChoose(line.id);
          },
        })
      }
    >
      {lines.map(({ id, date, text, amountMinor, status, taught }, index) => (
        <div key={id} data-index={index} role="presentation" style={ROW}>
          <Button
            grow
            kind={id === at ? 'quiet' : 'plain'}
            label={`${text}, ${dates.day(date)}`}
            radio={id === at}
            tabIndex={id === at ? 0 : -1}
            onPress={() => onChoose(id)}
          >
            <Line
              flex={1}
              width="100%"
              gap="$3"
              justifyContent="space-between"
              paddingVertical="$2"
            >
              <Column flex={1} minWidth={0} alignItems="flex-start">
                <Body textAlign="left">{text}</Body>
                <Body small tone="faded">
                  {dates.day(date)}
                </Body>
              </Column>
              <Column alignItems="flex-end" gap="$1">
                <Money minor={amountMinor} strong />
                <Tag
                  tone={status === 'likely' || taught ? 'waiting' : 'loose'}
                  label={
                    taught
                      ? t('matching.taught')
                      : t(`statement.status_${status === 'matched' ? 'open' : status}`)
                  }
                />
              </Column>
            </Line>
          </Button>
        </div>
      ))}
    </div>
  );
}
