import type { ComparedRow, CounterSettings, RingUpCard } from '@abacist/contracts';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useCounterSettings } from '~/features/catalogue';
import { router } from '~/router';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Choice } from '~/ui/Choice';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Body } from '~/ui/Text';

type Card = NonNullable<ComparedRow['theirs']>;

/** A card sale that the terminal took and nobody rang up: what was sold, and it is settled at once. */
export function RingUp({
  card,
  settlementId,
  onClose,
}: {
  card: Card;
  settlementId: number;
  onClose: () => void;
}) {
  const t = useWords();
  const money = useMoney();
  const settings = useCounterSettings();
  const { scheme, amountMinor } = card;
  return (
    <Dialog
      open
      title={t('settlement.ringUpTitle', { amount: money(amountMinor), scheme })}
      onClose={onClose}
    >
      <Body>{t('settlement.ringUpText')}</Body>
      <Query of={settings}>
        {(known) => (
          <Ask card={card} settings={known} settlementId={settlementId} onClose={onClose} />
        )}
      </Query>
    </Dialog>
  );
}

function Ask({
  card,
  settings: { drawers, departments },
  settlementId,
  onClose,
}: {
  card: Card;
  settings: Pick<CounterSettings, 'drawers' | 'departments'>;
  settlementId: number;
  onClose: () => void;
}) {
  const t = useWords();
  const [drawerId, setDrawerId] = useState(drawers[0]?.id ?? null);
  const [departmentId, setDepartmentId] = useState<number | null>(null);
  const command = useCommand<RingUpCard, object>(
    `/settlements/${settlementId}/ring-up`,
    onClose,
  );
  const ready = drawerId !== null && departmentId !== null && !command.isPending;
  const send = () => {
    if (ready) command.mutate({ position: card.position, drawerId, departmentId });
  };
  return (
    <>
      {drawers.length > 1 ? (
        <Choice
          shown
          label={t('settlement.drawer')}
          value={String(drawerId)}
          options={drawers.map(({ id, name }) => ({ value: String(id), label: name }))}
          onChange={(value) => setDrawerId(Number(value))}
        />
      ) : null}
      <Choice
        shown
        label={t('settlement.department')}
        value={String(departmentId ?? '')}
        options={departments.map(({ id, name }) => ({ value: String(id), label: name }))}
        onChange={(value) => setDepartmentId(Number(value))}
      />
      <ErrorNote error={command.error} />
      <Button
        kind="plain"
        label={t('settlement.ringAtCounter')}
        onPress={() => router.push('/counter')}
      />
      <Decide
        label={t('settlement.ringUp')}
        disabled={!ready}
        onDecide={send}
        onCancel={onClose}
      />
    </>
  );
}
