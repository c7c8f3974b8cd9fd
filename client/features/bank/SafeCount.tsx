import type { CountSafe, SafeView } from '@abacist/contracts';
import { rollPieces } from '@abacist/core/money';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useDraft } from '~/api/draft';
import { useShop } from '~/api/session';
import { Pieces, readCount, type Entry } from '~/features/drawer';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { useDifference } from '~/i18n/useDifference';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { Money, useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Body, Heading } from '~/ui/Text';

/** The safe is counted by itself; what was counted before, and by how much it differed. */
export function SafeCounts({ view }: { view: SafeView }) {
  const t = useWords();
  const dates = useDates();
  const differs = useDifference();
  const [counting, setCounting] = useState(false);
  return (
    <Column gap="$2">
      <Line paddingHorizontal="$4" justifyContent="space-between" gap="$2">
        <Heading size="section">{t('safe.counts')}</Heading>
        <Button label={t('safe.count')} onPress={() => setCounting(true)} />
      </Line>
      {view.counts.length ? (
        <Sheet role="list">
          {view.counts.map(({ number, date, by, countedMinor, differenceMinor, note }) => (
            <SheetRow key={number} role="listitem">
              <Column flex={1} minWidth={0}>
                <Body>{t('safe.countRow', { number, date: dates.day(date), by })}</Body>
                <Body small tone={differs(differenceMinor).tone}>
                  {differs(differenceMinor).words}
                </Body>
                {note ? (
                  <Body small tone="faded">
                    {note}
                  </Body>
                ) : null}
              </Column>
              <Money minor={countedMinor} />
            </SheetRow>
          ))}
        </Sheet>
      ) : (
        <Body tone="faded" paddingHorizontal="$4">
          {t('safe.neverCounted')}
        </Body>
      )}
      {counting ? <CountDialog view={view} onClose={() => setCounting(false)} /> : null}
    </Column>
  );
}

type Draft = { entries: Record<string, Entry>; note: string };

function CountDialog({ view, onClose }: { view: SafeView; onClose: () => void }) {
  const t = useWords();
  const money = useMoney();
  const differs = useDifference();
  const { currency } = useShop();
  const [draft, change, drop] = useDraft<Draft>('safeCount', { entries: {}, note: '' });
  const send = useCommand<CountSafe, { number: string }>('/safe/counts', () => {
    drop();
    onClose();
  });
  const { count, totalMinor } = readCount(draft.entries, {
    currency,
    rollPieces: rollPieces(currency),
  });
  const expected = view.items
    .filter(({ cheque }) => cheque === null)
    .reduce((sum, { leftMinor }) => sum + leftMinor, 0);
  const { words, tone } = differs(totalMinor - expected);
  return (
    <Dialog open title={t('safe.count')} onClose={onClose}>
      <Sheet>
        <Pieces
          denominations={view.denominations}
          entries={draft.entries}
          onType={(value, entry) => change({ entries: { ...draft.entries, [value]: entry } })}
        />
      </Sheet>
      <Line justifyContent="space-between" gap="$3" role="status">
        <Body>
          {t('safe.countedOf', { counted: money(totalMinor), expected: money(expected) })}
        </Body>
        <Body strong tone={tone}>
          {words}
        </Body>
      </Line>
      <Field
        label={t('count.note')}
        hint={t('safe.countNote')}
        value={draft.note}
        onChange={(note) => change({ note })}
        maxLength={300}
      />
      <ErrorNote error={send.error} />
      <Decide
        label={t('safe.countDo', { amount: money(totalMinor) })}
        disabled={send.isPending}
        onDecide={() => send.mutate({ count, note: draft.note.trim() })}
        onCancel={onClose}
      />
    </Dialog>
  );
}
