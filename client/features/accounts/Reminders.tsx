import type { ReminderRow, Reminders } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Check } from '~/ui/Check';
import { ListLink } from '~/ui/ListLink';
import { Money } from '~/ui/Money';
import { Empty } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';
import { ReminderWords } from './ReminderWords';
import { SendStatements } from './SendStatements';

const TONES = ['faded', 'ink', 'waiting', 'loose'] as const;

/** Who is overdue: the reminders that are due now, and who was reminded and has time left. */
export function RemindersScreen() {
  const t = useWords();
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const [wording, setWording] = useState(false);
  const reminders = useQuery({
    queryKey: ['reminders'],
    queryFn: () => request<Reminders>('GET', '/reminders'),
  });
  const rows = reminders.data?.rows ?? [];
  const due = rows.filter(({ step }) => step !== null);
  const waiting = rows.filter(({ step }) => step === null);
  const chosen = due.filter(({ chargeAccountId }) => !left.has(chargeAccountId));
  const toggle = (chargeAccountId: number) => {
    const next = new Set(left);
    if (!next.delete(chargeAccountId)) next.add(chargeAccountId);
    setLeft(next);
  };
  return (
    <Screen
      title={t('reminders.title')}
      back="/accounts"
      right={
        reminders.data ? (
          <Button label={t('reminders.words')} onPress={() => setWording(true)} />
        ) : null
      }
      footer={
        due.length ? <SendStatements path="/reminders" asked={{}} chosen={chosen} /> : null
      }
    >
      <Query of={reminders}>
        {({ steps }) => (
          <Column gap="$4" paddingBottom="$5">
            {rows.length === 0 ? (
              <Empty title={t('reminders.noneTitle')} text={t('reminders.noneText')} />
            ) : null}
            {due.length ? (
              <Section title={t('reminders.due')}>
                <Sheet role="group" aria-label={t('reminders.due')}>
                  {due.map((row) => (
                    <Check
                      key={row.chargeAccountId}
                      on={!left.has(row.chargeAccountId)}
                      onToggle={() => toggle(row.chargeAccountId)}
                    >
                      <Who row={row} />
                    </Check>
                  ))}
                </Sheet>
              </Section>
            ) : null}
            {waiting.length ? (
              <Section title={t('reminders.waiting')}>
                <Sheet role="list">
                  {waiting.map((row) => (
                    <ListLink
                      key={row.chargeAccountId}
                      to={`/accounts/${row.chargeAccountId}`}
                    >
                      <Who row={row} />
                    </ListLink>
                  ))}
                </Sheet>
              </Section>
            ) : null}
            {wording ? (
              <ReminderWords steps={steps} onClose={() => setWording(false)} />
            ) : null}
          </Column>
        )}
      </Query>
    </Screen>
  );
}

/** What is overdue since when, what was said before, and what is said next. */
function Who({ row }: { row: ReminderRow }) {
  const t = useWords();
  const dates = useDates();
  const { name, email, oldestDue, overdueMinor, last, step } = row;
  const details = [
    t('reminders.since', { date: dates.day(oldestDue), count: dates.age(oldestDue) }),
    last
      ? t('reminders.last', { step: last.step, date: dates.day(last.date) })
      : t('reminders.never'),
    step !== null && !email ? t('statements.noEmail') : '',
  ].filter(Boolean);
  return (
    <>
      <Column flex={1} minWidth={0} alignItems="flex-start" gap="$1">
        <Line gap="$2" flexWrap="wrap">
          <Body textAlign="left">{name}</Body>
          {step === null ? null : (
            <Tag tone={TONES[step]!} label={t('reminders.step', { step })} />
          )}
        </Line>
        <Body small tone="faded" textAlign="left">
          {details.join(' · ')}
        </Body>
      </Column>
      <Money minor={overdueMinor} strong />
    </>
  );
}
