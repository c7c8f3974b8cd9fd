import type { Reminders, SaveReminderSteps } from '@abacist/contracts';
import { checkReminderSteps, LETTER_WORDS } from '@abacist/core/accounts';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useDraft } from '~/api/draft';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Column } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';

type Draft = { steps: { afterDays: string; subject: string; text: string }[] };

/** What the three letters say, and from when on each is due. */
export function ReminderWords({
  steps,
  onClose,
}: {
  steps: Reminders['steps'];
  onClose: () => void;
}) {
  const t = useWords();
  const word = useRefusalText();
  const [shown, setShown] = useState(0);
  const [draft, change, drop] = useDraft<Draft>('reminderWords', {
    steps: steps.map(({ afterDays, subject, text }) => ({
      afterDays: String(afterDays),
      subject,
      text,
    })),
  });
  const save = useCommand<SaveReminderSteps, Reminders>('/reminder-steps', () => {
    drop();
    onClose();
  });
  const typed = draft.steps.map((one) => ({ ...one, afterDays: Number(one.afterDays) }));
  const days = draft.steps.map(({ afterDays }) => /^[1-9]\d{0,2}$/.test(afterDays.trim()));
  const checked = checkReminderSteps(typed);
  const refusal = checked.ok ? undefined : checked.refusals[0];
  const wrong = (place: string) =>
    refusal?.at === `steps.${shown}.${place}` ? word(refusal) : undefined;
  const type = (part: Partial<Draft['steps'][number]>) =>
    change({ steps: draft.steps.map((one, i) => (i === shown ? { ...one, ...part } : one)) });
  const ready = checked.ok && days.every(Boolean) && !save.isPending;
  const step = draft.steps[shown]!;
  return (
    <Dialog open title={t('reminders.words')} onClose={onClose}>
      <Choice
        label={t('reminders.which')}
        value={String(shown)}
        options={steps.map((one, i) => ({
          value: String(i),
          label: t('reminders.step', { step: one.step }),
        }))}
        onChange={(value) => setShown(Number(value))}
      />
      <Column gap="$3" key={shown}>
        <Field
          label={t('reminders.afterDays')}
          value={step.afterDays}
          onChange={(afterDays) => type({ afterDays })}
          numeric
          maxLength={3}
          error={days[shown] ? wrong('afterDays') : t('rules.wholeDays')}
        />
        <Field
          label={t('reminders.subject')}
          value={step.subject}
          onChange={(subject) => type({ subject })}
          maxLength={120}
          error={wrong('subject')}
        />
        <Field
          lines={8}
          label={t('reminders.text')}
          value={step.text}
          onChange={(text) => type({ text })}
          maxLength={2000}
          error={wrong('text')}
        />
        <Body small tone="faded">
          {t('reminders.names', {
            names: LETTER_WORDS.map((name) => `{{${name}}}`).join(' '),
          })}
        </Body>
      </Column>
      {refusal && !refusal.at?.startsWith(`steps.${shown}.`) ? (
        <Body tone="loose">{t('reminders.other')}</Body>
      ) : null}
      <ErrorNote error={save.error} />
      <Decide
        label={t('reminders.save')}
        disabled={!ready}
        onDecide={() => save.mutate({ steps: typed })}
        onCancel={onClose}
      />
    </Dialog>
  );
}
