import { router } from '~/router';
import { AccountFinder } from '~/features/accounts';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Dialog } from '~/ui/Dialog';
import type { MeaningDialog } from './room';

/** Whose payment it is; the account's own page takes it from there. */
export function WhosePayment({ line, onClose }: MeaningDialog) {
  const t = useWords();
  return (
    <Dialog open title={t('trail.whosePayment')} onClose={onClose}>
      <AccountFinder
        fits={({ closed }) => !closed}
        onChoose={({ id }) => router.push(`/accounts/${id}/pay?line=${line.id}` as never)}
      />
      <Button label={t('common.cancel')} onPress={onClose} />
    </Dialog>
  );
}
