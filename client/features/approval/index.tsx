import { mayAs, type Role } from '@abacist/core/people';
import { useState } from 'react';
import { useSignedIn, useSession } from '~/api/session';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { Body } from '~/ui/Text';
import { useApproval } from './store';

export { useAskedFirst } from './useAskedFirst';

/** A command of many rows may ask for many words: so many are read, the rest is counted. */
const SHOWN = 8;

/** Digits of the PIN of whoever may approve. */
const APPROVER_PIN = 6;

/** Asks whoever may approve for a PIN and a reason, for any command that breaks a rule. */
export function ApprovalDialog() {
  const asked = useApproval((state) => state.asked);
  const session = useSession();
  if (!asked || !session.data?.person) return null;
  return <Ask />;
}

function Ask() {
  const t = useWords();
  const word = useRefusalText();
  const asked = useApproval((state) => state.asked)!;
  const { person, approvers } = useSignedIn();
  const may = ({ role }: { role: Role }) =>
    asked.rules.every((rule) => mayAs(role, rule.approver));
  const another = asked.rules.some(({ byAnother }) => byAnother);
  const self = may(person) && !another;
  // What only asks "is that right?" is answered by whoever stands there.
  const asks = !another && asked.rules.every(({ approver }) => approver === 'clerk');
  const able = [
    ...(self && !approvers.some(({ id }) => id === person.id) ? [person] : []),
    ...approvers.filter((one) => may(one) && !(another && one.id === person.id)),
  ];
  const [approverId, setApproverId] = useState(
    asked.before?.approverId ?? (self ? person.id : able[0]?.id),
  );
  const [pin, setPin] = useState('');
  const [reason, setReason] = useState(asked.before?.reason ?? '');
  const own = approverId === person.id;
  const ready =
    !asked.checking && reason.trim().length >= 3 && (own || pin.length >= APPROVER_PIN);
  const send = () => {
    if (!approverId || !ready) return;
    const rules = asked.rules.map(({ code, params = {} }) => ({ code, params }));
    const said = { reason: reason.trim(), rules };
    asked.answer(own ? said : { ...said, approverId, pin });
  };
  return (
    <Dialog
      open
      title={t(asks ? 'approval.asksTitle' : 'approval.title')}
      onClose={() => asked.answer(undefined)}
    >
      <Column gap="$2">
        {asked.rules.slice(0, SHOWN).map((rule, i) => (
          <Body key={i}>{word(rule)}</Body>
        ))}
        {asked.rules.length > SHOWN ? (
          <Body strong>{t('approval.more', { count: asked.rules.length - SHOWN })}</Body>
        ) : null}
      </Column>
      {asks ? null : (
        <Line gap="$2" flexWrap="wrap" role="group" aria-label={t('approval.who')}>
          {able.map(({ id, name, role }) => (
            <Button
              key={id}
              kind={id === approverId ? 'chosen' : 'quiet'}
              pressed={id === approverId}
              label={`${name}, ${t(`role.${role}`)}`}
              onPress={() => setApproverId(id)}
            />
          ))}
        </Line>
      )}
      {own ? null : (
        <Field
          label={t('approval.pin')}
          value={pin}
          onChange={(text) => setPin(text.replace(/\D/g, '').slice(0, 8))}
          secret
          numeric
          autoFocus
          error={asked.refusals[0] ? word(asked.refusals[0]) : undefined}
        />
      )}
      <Field
        label={t('approval.reason')}
        value={reason}
        onChange={setReason}
        maxLength={300}
        autoFocus={own}
        onSubmit={send}
        hint={t('approval.reasonHint')}
      />
      <Decide
        label={t(asks ? 'approval.yes' : 'approval.approve')}
        disabled={!ready}
        onDecide={send}
        onCancel={() => asked.answer(undefined)}
      />
    </Dialog>
  );
}
