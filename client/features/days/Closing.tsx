import type { CloseDay, ClosedSheet, DaySheet } from '@abacist/contracts';
import type { CheckRow } from '@abacist/core/days';
import { useTheme } from '@tamagui/core';
import CircleAlert from 'lucide-react-native/icons/circle-alert';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import CircleX from 'lucide-react-native/icons/circle-x';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useMay } from '~/api/session';
import { PapersButton } from '~/features/papers';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { AskWhy } from '~/ui/AskWhy';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';
import { Section } from '~/ui/Section';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';

/** How far the closing of a day is: its checklist, or the sheet that was frozen, and those before it. */
export function Closing({ sheet }: { sheet: DaySheet }) {
  const t = useWords();
  const { standing, before, checks, cameAfter } = sheet.closing;
  const anything = sheet.sales > 0 || sheet.acts.length > 0 || sheet.drawers.length > 0;
  if (!standing && before.length === 0 && !anything) return null;
  return (
    <Section title={t('closing.title')}>
      <Sheet>
        {standing ? (
          <Closed sheet={standing} cameAfter={cameAfter} />
        ) : (
          checks.map((check) => <Check key={check.code} check={check} />)
        )}
        {before.map((one) => (
          <Reopened key={one.id} sheet={one} />
        ))}
      </Sheet>
    </Section>
  );
}

const ICONS = { done: CircleCheck, open: CircleAlert, blocks: CircleX };
const TONES = { done: 'home', open: 'waiting', blocks: 'loose' } as const;

/** One thing that is looked at before a day is closed; it fills itself. */
function Check({ check: { code, state, count, names } }: { check: CheckRow }) {
  const t = useWords();
  const theme = useTheme();
  const Icon = ICONS[state];
  const tone = TONES[state];
  const words =
    state === 'done'
      ? t(`closing.done_${code}`)
      : t(`closing.open_${code}`, { count, names: names.join(', ') });
  return (
    <SheetRow minHeight={44} gap="$3" justifyContent="flex-start">
      <Icon size={22} color={theme[tone]?.val} aria-hidden />
      <Body flex={1} tone={state === 'done' ? 'ink' : tone}>
        {words}
      </Body>
    </SheetRow>
  );
}

function Closed({ sheet, cameAfter }: { sheet: ClosedSheet; cameAfter: number }) {
  const t = useWords();
  const dates = useDates();
  const may = useMay();
  const [reopens, setReopens] = useState(false);
  const { id, number, by, closedAt, sealedBy, note } = sheet;
  return (
    <>
      <SheetRow gap="$3">
        <Column flex={1} minWidth={0} gap="$1">
          <Line gap="$2" flexWrap="wrap">
            <Body strong>{number}</Body>
            <Tag tone="home" label={t('days.closed')} />
          </Line>
          <Body small tone="faded">
            {[
              t('closing.by', {
                by,
                time: `${dates.day(dates.dateOf(closedAt))} ${dates.time(closedAt)}`,
              }),
              sealedBy === null
                ? t('closing.unsealed')
                : t('closing.sealed', { number: sealedBy }),
            ].join(' · ')}
          </Body>
          {note ? <Body>{t('days.noteIs', { note })}</Body> : null}
          {cameAfter ? (
            <Body tone="loose" strong>
              {t('closing.cameAfter', { count: cameAfter })}
            </Body>
          ) : null}
        </Column>
        <PapersButton subject="daySheet" subjectId={id} kinds={['daySheet']} />
      </SheetRow>
      {may('POST /sheets/:id/reopen') ? (
        <Line padding="$2">
          <Button kind="plain" label={t('closing.reopen')} onPress={() => setReopens(true)} />
        </Line>
      ) : null}
      {reopens ? (
        <AskWhy
          title={t('closing.reopenTitle', { number })}
          text={t('closing.reopenText')}
          label={t('closing.reopen')}
          path={`/sheets/${id}/reopen`}
          onClose={() => setReopens(false)}
        />
      ) : null}
    </>
  );
}

function Reopened({ sheet }: { sheet: ClosedSheet }) {
  const t = useWords();
  const dates = useDates();
  const { id, number, reopened } = sheet;
  return (
    <SheetRow gap="$3">
      <Body flex={1} small tone="faded">
        {t('closing.reopened', {
          number,
          by: reopened?.by,
          time: reopened
            ? `${dates.day(dates.dateOf(reopened.at))} ${dates.time(reopened.at)}`
            : '',
          reason: reopened?.reason,
        })}
      </Body>
      <PapersButton subject="daySheet" subjectId={id} kinds={['daySheet']} />
    </SheetRow>
  );
}

/** The button that closes a day, and what is asked before: what stays open, and a note. */
export function CloseDayButton({ sheet }: { sheet: DaySheet }) {
  const t = useWords();
  const dates = useDates();
  const [asks, setAsks] = useState(false);
  const [note, setNote] = useState('');
  const close = useCommand<CloseDay, { id: number; number: string }>(
    `/days/${sheet.date}/close`,
    () => setAsks(false),
  );
  const open = sheet.closing.checks.filter(({ state }) => state !== 'done');
  return (
    <>
      <Button kind="primary" big label={t('closing.close')} onPress={() => setAsks(true)} />
      {asks ? (
        <Dialog
          open
          title={t('closing.closeTitle', { date: dates.day(sheet.date) })}
          onClose={() => setAsks(false)}
        >
          <Body>{t('closing.closeText')}</Body>
          {open.length ? (
            <Sheet>
              {open.map((check) => (
                <Check key={check.code} check={check} />
              ))}
            </Sheet>
          ) : null}
          <Field label={t('closing.note')} value={note} onChange={setNote} maxLength={300} />
          <ErrorNote error={close.error} />
          <Decide
            label={t('closing.close')}
            disabled={close.isPending}
            onDecide={() => close.mutate({ note: note.trim() })}
            onCancel={() => setAsks(false)}
          />
        </Dialog>
      ) : null}
    </>
  );
}
