import type { CustomerFound } from '@abacist/contracts';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import X from 'lucide-react-native/icons/x';
import { useState } from 'react';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Line, Sheet } from '~/ui/Box';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';

type Chosen = { id: number; name: string } | null;

/** One customer of all, found by a part of the name, number or phone. */
export function CustomerPick({
  chosen,
  onChoose,
}: {
  chosen: Chosen;
  onChoose: (customer: Chosen) => void;
}) {
  const t = useWords();
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const found = useQuery({
    queryKey: ['customers', 'find', text.trim()],
    queryFn: () =>
      request<{ customers: CustomerFound[] }>(
        'GET',
        `/customers?${new URLSearchParams({ text: text.trim() })}`,
      ),
    enabled: open,
    placeholderData: keepPreviousData,
  });
  const choose = (customer: Chosen) => {
    onChoose(customer);
    setOpen(false);
  };
  return (
    <Line gap="$1">
      <Button
        label={chosen ? chosen.name : t('documents.chooseCustomer')}
        onPress={() => setOpen(true)}
      />
      {chosen ? (
        <Button
          kind="plain"
          icon={X}
          iconOnly
          label={t('documents.anyCustomer')}
          onPress={() => choose(null)}
        />
      ) : null}
      {open ? (
        <Dialog open title={t('documents.customer')} onClose={() => setOpen(false)}>
          <Field
            label={t('accounts.find')}
            value={text}
            onChange={setText}
            maxLength={80}
            autoFocus
          />
          <Sheet role="group" aria-label={t('documents.customer')}>
            {(found.data?.customers ?? []).slice(0, 7).map(({ id, name, number }) => (
              <Button
                key={id}
                kind="plain"
                label={`${name} · ${number}`}
                onPress={() => choose({ id, name })}
              />
            ))}
          </Sheet>
          <Button label={t('common.cancel')} onPress={() => setOpen(false)} />
        </Dialog>
      ) : null}
    </Line>
  );
}
