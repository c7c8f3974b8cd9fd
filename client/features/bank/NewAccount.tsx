import type { NewBankAccount } from '@abacist/contracts';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';

/** Another account of the shop at a bank. */
export function NewAccount({ onAdded }: { onAdded: (id: number) => void }) {
  const t = useWords();
  const [name, setName] = useState('');
  const [accountNumber, setNumber] = useState('');
  const send = useCommand<NewBankAccount, { id: number }>('/bank-accounts', ({ id }) =>
    onAdded(id),
  );
  const ready = name.trim() !== '' && accountNumber.trim() !== '' && !send.isPending;
  const add = () => {
    if (ready) send.mutate({ name: name.trim(), accountNumber: accountNumber.trim() });
  };
  return (
    <Column gap="$3">
      <Field
        label={t('statement.accountName')}
        value={name}
        onChange={setName}
        maxLength={80}
      />
      <Field
        label={t('statement.accountNumber')}
        hint={t('statement.accountNumberHint')}
        value={accountNumber}
        onChange={setNumber}
        maxLength={40}
        onSubmit={add}
      />
      <ErrorNote error={send.error} />
      <Button
        kind="primary"
        label={t('statement.addAccount')}
        disabled={!ready}
        onPress={add}
      />
    </Column>
  );
}
