import type { LineNote } from '@abacist/contracts';
import { addDays, isIsoDate } from '@abacist/core/dates';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { DateField } from '~/ui/DateField';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';
import type { MeaningDialog } from './room';
import { WholeLine } from './WholeLine';

/** How soon a line asks again, where nobody says otherwise. */
const DAYS = 7;

/** Nobody knows it yet: what is known so far, and when it asks again. It stays open. */
export function Later({ line, onClose }: MeaningDialog) {
  const t = useWords();
  const { today } = useShop();
  const [note, setNote] = useState(line.note?.note ?? '');
  const [askOn, setAskOn] = useState(
    line.note && line.note.askOn > today ? line.note.askOn : addDays(today, DAYS),
  );
  const send = useCommand<LineNote, object>(`/lines/${line.id}/note`, onClose);
  const ready = note.trim() !== '' && isIsoDate(askOn) && askOn > today && !send.isPending;
  const decide = () => {
    if (ready) send.mutate({ note: note.trim(), askOn });
  };
  return (
    <Dialog open title={t('trail.is_later')} onClose={onClose}>
      <WholeLine line={line} />
      <Field
        label={t('trail.laterNote')}
        value={note}
        onChange={setNote}
        maxLength={200}
        autoFocus
        onSubmit={decide}
      />
      <DateField label={t('trail.laterOn')} value={askOn} onChange={setAskOn} />
      <ErrorNote error={send.error} />
      <Decide
        label={t('trail.laterIt')}
        disabled={!ready}
        onDecide={decide}
        onCancel={onClose}
      />
    </Dialog>
  );
}
