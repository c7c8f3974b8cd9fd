import type { LineTrail } from '@abacist/contracts';
import { mayAs } from '@abacist/core/people';
import { router } from 'expo-router';
import { useState } from 'react';
import { useSignedIn } from '~/api/session';
import { AccountFinder } from '~/features/accounts';
import { FindReturned } from '~/features/cheques';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column } from '~/ui/Box';
import { Dialog } from '~/ui/Dialog';

/** What a line that nobody knows may be: a customer’s payment, or a cheque that came back. */
export function UnknownLine({ line }: { line: LineTrail['line'] }) {
  const t = useWords();
  const { person } = useSignedIn();
  const [open, setOpen] = useState(false);
  if (!mayAs(person.role, 'bookkeeper')) return null;
  const close = () => setOpen(false);
  const came = line.amountMinor > 0;
  return (
    <Column paddingHorizontal="$4" gap="$3" alignItems="flex-start">
      <Button
        kind="primary"
        label={t(came ? 'trail.isPayment' : 'trail.isReturned')}
        onPress={() => setOpen(true)}
      />
      {open && came ? (
        <Dialog open title={t('trail.whosePayment')} onClose={close}>
          <AccountFinder
            fits={({ closed }) => !closed}
            onChoose={({ id }) => router.push(`/accounts/${id}/pay?line=${line.id}` as never)}
          />
          <Button label={t('common.cancel')} onPress={close} />
        </Dialog>
      ) : null}
      {open && !came ? (
        <FindReturned line={line} amountMinor={-line.amountMinor} onClose={close} />
      ) : null}
    </Column>
  );
}
