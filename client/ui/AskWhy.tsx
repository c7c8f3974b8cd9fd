import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useWords } from '~/i18n';
import { Decide } from './Decide';
import { Dialog } from './Dialog';
import { Field } from './Field';
import { ErrorNote } from './Notes';
import { Body } from './Text';

/** Asks why before a command is sent that needs nothing but its reason. */
export function AskWhy({
  title,
  text,
  label,
  path,
  also,
  onClose,
  onDone = onClose,
}: {
  title: string;
  text?: string;
  /** What the command does, on its button. */
  label: string;
  path: string;
  /** What goes with the reason. */
  also?: object;
  onClose: () => void;
  /** Once it is done; else it only closes. */
  onDone?: () => void;
}) {
  const t = useWords();
  const [reason, setReason] = useState('');
  const command = useCommand<{ reason: string }, object>(
    path,
    onDone,
    (sent) => sent,
    // A manager’s word begins with what has been said here.
    (sent) => sent.reason,
  );
  const ready = reason.trim().length >= 3 && !command.isPending;
  const send = () => {
    if (ready) command.mutate({ ...also, reason: reason.trim() });
  };
  return (
    <Dialog open title={title} onClose={onClose}>
      {text ? <Body>{text}</Body> : null}
      <Field
        label={t('common.why')}
        value={reason}
        onChange={setReason}
        maxLength={200}
        autoFocus
        onSubmit={send}
      />
      <ErrorNote error={command.error} />
      <Decide label={label} disabled={!ready} onDecide={send} onCancel={onClose} />
    </Dialog>
  );
}
