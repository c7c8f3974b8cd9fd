import type { ItemView } from '@abacist/contracts';
import { useWords } from '~/i18n';
import { AskWhy } from '~/ui/AskWhy';
import { useMoney } from '~/ui/Money';

/** What can be withdrawn: it stands on no ticket that could be voided or credited. */
export const mayWithdraw = ({ kind, leftMinor, amountMinor }: ItemView) =>
  ['lateCharge', 'chequeFee', 'opening', 'openingCredit'].includes(kind) &&
  leftMinor === amountMinor;

/** Withdraws a late charge, a fee or an opening item: posted by mistake, or waived. */
export function WithdrawDialog({ item, onClose }: { item: ItemView; onClose: () => void }) {
  const t = useWords();
  const money = useMoney();
  const kind = t(`accounts.kind_${item.kind}`);
  return (
    <AskWhy
      title={t('accounts.withdrawTitle', { number: item.number })}
      text={t('accounts.withdrawText', { kind, amount: money(item.amountMinor) })}
      label={t('accounts.withdraw')}
      path={`/open-items/${item.id}/withdraw`}
      onClose={onClose}
    />
  );
}
