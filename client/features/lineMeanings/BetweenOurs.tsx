import type { OwnTransferCommand, RecordedAtBank } from '@abacist/contracts';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useStatement } from '~/api/statement';
import { useMay } from '~/api/session';
import { NewAccount } from '~/features/bank';
import { useWords } from '~/i18n';
import { Choice } from '~/ui/Choice';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Body } from '~/ui/Text';
import type { MeaningDialog } from './room';
import { WholeLine } from './WholeLine';

/** Money from another account of ours, or to it; that bank’s own line shows the other end. */
export function BetweenOurs({ line, onClose }: MeaningDialog) {
  const t = useWords();
  const statement = useStatement(line.bankAccountId);
  return (
    <Dialog open title={t('trail.is_ownTransfer')} onClose={onClose}>
      <WholeLine line={line} />
      <Query of={statement}>
        {({ accounts }) => (
          <Ask
            {...{ line, onClose }}
            others={accounts.filter(({ id }) => id !== line.bankAccountId)}
          />
        )}
      </Query>
    </Dialog>
  );
}

function Ask({
  line,
  others,
  onClose,
}: MeaningDialog & { others: readonly { id: number; name: string }[] }) {
  const t = useWords();
  const may = useMay();
  const [otherId, setOtherId] = useState(others[0]?.id ?? null);
  const send = useCommand<OwnTransferCommand, RecordedAtBank>('/bank-transfers', onClose);
  if (others.length === 0)
    return (
      <>
        <Body>{t('trail.noOtherAccount')}</Body>
        {may('POST /bank-accounts') ? <NewAccount onAdded={setOtherId} /> : null}
      </>
    );
  const other = others.find(({ id }) => id === otherId) ?? others[0]!;
  const out = line.amountMinor < 0;
  return (
    <>
      <Choice
        shown
        label={t(out ? 'trail.toWhich' : 'trail.fromWhich')}
        value={String(other.id)}
        options={others.map(({ id, name }) => ({ value: String(id), label: name }))}
        onChange={(id) => setOtherId(Number(id))}
      />
      <Body tone="faded">{t('trail.otherEnd')}</Body>
      <ErrorNote error={send.error} />
      <Decide
        label={t('trail.recordIt')}
        disabled={send.isPending}
        onDecide={() =>
          send.mutate({
            fromId: out ? line.bankAccountId : other.id,
            toId: out ? other.id : line.bankAccountId,
            amountMinor: Math.abs(line.amountMinor),
            words: line.text.slice(0, 200),
            lineId: line.id,
          })
        }
        onCancel={onClose}
      />
    </>
  );
}
