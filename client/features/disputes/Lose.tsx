import type { DisputeDetail, LoseDispute } from '@abacist/contracts';
import { parseAmount, toDecimal } from '@abacist/core/money';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';

/** What of it will not come back is lost; what came back for nothing known is a gain. */
export function Lose({ of }: { of: DisputeDetail }) {
  const t = useWords();
  const [asking, setAsking] = useState(false);
  const gain = of.openMinor < 0;
  return (
    <Line paddingHorizontal="$4">
      <Button
        label={t(gain ? 'disputes.gain' : 'disputes.lose')}
        onPress={() => setAsking(true)}
      />
      {asking ? <Ask of={of} gain={gain} onClose={() => setAsking(false)} /> : null}
    </Line>
  );
}

function Ask({
  of,
  gain,
  onClose,
}: {
  of: DisputeDetail;
  gain: boolean;
  onClose: () => void;
}) {
  const t = useWords();
  const word = useRefusalText();
  const { currency } = useShop();
  const [text, setText] = useState(toDecimal(Math.abs(of.openMinor), currency));
  const [reason, setReason] = useState('');
  const send = useCommand<LoseDispute, DisputeDetail>(`/disputes/${of.id}/lost`, onClose);
  const amount = parseAmount(text, currency);
  const ready = amount.ok && amount.value > 0 && reason.trim().length >= 3 && !send.isPending;
  const decide = () => {
    if (ready)
      send.mutate({
        amountMinor: gain ? -amount.value : amount.value,
        reason: reason.trim(),
      });
  };
  return (
    <Dialog open title={t(gain ? 'disputes.gain' : 'disputes.lose')} onClose={onClose}>
      <Body>{t(gain ? 'disputes.gainText' : 'disputes.loseText')}</Body>
      <Column gap="$3">
        <Field
          label={t('disputes.amount')}
          value={text}
          onChange={setText}
          numeric
          error={amount.ok ? undefined : word(amount.refusals[0]!)}
        />
        <Field
          label={t('common.why')}
          value={reason}
          onChange={setReason}
          maxLength={200}
          onSubmit={decide}
        />
      </Column>
      <ErrorNote error={send.error} />
      <Decide
        label={t(gain ? 'disputes.gain' : 'disputes.lose')}
        disabled={!ready}
        onDecide={decide}
        onCancel={onClose}
      />
    </Dialog>
  );
}
