import type { CounterSettings, SessionInfo } from '@abacist/contracts';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { request } from '~/api/http';
import { forgetAllButSession, useMay, useShop, useSignedIn } from '~/api/session';
import { useWords } from '~/i18n';
import { router } from '~/router';
import { Button } from '~/ui/Button';
import { Column } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';
import { Body, Heading } from '~/ui/Text';
import { useTicket } from '~/features/ticket';

/** At which drawer this device rings, and who rings: a colleague takes over by PIN. */
export function DeviceDialog({
  settings,
  onClose,
}: {
  settings: CounterSettings;
  onClose: () => void;
}) {
  const t = useWords();
  const may = useMay();
  const { today } = useShop();
  const { drawerId, chooseDrawer } = useTicket();
  const at = settings.drawers.find(({ id }) => id === drawerId) ?? settings.drawers[0];
  return (
    <Dialog open title={t('counter.device')} onClose={onClose}>
      {settings.drawers.length > 1 ? (
        <Column gap="$2">
          <Heading size="section">{t('counter.drawer')}</Heading>
          <Choice
            label={t('counter.drawer')}
            value={String(drawerId ?? settings.drawers[0]?.id)}
            options={settings.drawers.map(({ id, name }) => ({
              value: String(id),
              label: name,
            }))}
            onChange={(id) => {
              chooseDrawer(Number(id));
              onClose();
            }}
          />
        </Column>
      ) : null}
      <TakeOver onDone={onClose} />
      {at && may('POST /counts') ? (
        <Column gap="$2">
          <Body small tone="faded">
            {t('counter.countFirst')}
          </Body>
          <Button
            label={t('days.count', { drawer: at.name })}
            onPress={() => {
              onClose();
              router.push(`/days/${today}/count/${at.id}` as never);
            }}
          />
        </Column>
      ) : null}
    </Dialog>
  );
}

function TakeOver({ onDone }: { onDone: () => void }) {
  const t = useWords();
  const client = useQueryClient();
  const { colleagues, person } = useSignedIn();
  const [chosen, setChosen] = useState<string>('');
  const [pin, setPin] = useState('');
  const take = useMutation({
    mutationFn: () =>
      request<SessionInfo>('POST', '/session/switch', { personId: Number(chosen), pin }),
    onSuccess: (session) => {
      onDone();
      forgetAllButSession(client);
      client.setQueryData(['session'], session);
    },
    onError: () => setPin(''),
  });
  const ready = chosen !== '' && pin.length >= 4 && !take.isPending;
  return (
    <Column gap="$3">
      <Heading size="section">{t('counter.clerk')}</Heading>
      <Body tone="faded">{t('counter.clerkNow', { name: person.name })}</Body>
      <Choice
        label={t('counter.takeOver')}
        value={chosen}
        options={colleagues.map(({ id, name }) => ({ value: String(id), label: name }))}
        onChange={setChosen}
      />
      {chosen ? (
        <>
          <Field
            key={chosen}
            label={t('counter.pin')}
            value={pin}
            onChange={(text) => setPin(text.replace(/\D/g, '').slice(0, 8))}
            secret
            numeric
            autoFocus
            onSubmit={() => {
              if (ready) take.mutate();
            }}
          />
          <ErrorNote error={take.error} />
          <Button
            kind="primary"
            big
            disabled={!ready}
            label={t('counter.takeOver')}
            onPress={() => take.mutate()}
          />
        </>
      ) : null}
    </Column>
  );
}
