import { useEffect } from 'react';
import { router } from '~/router';
import type { MeaningDialog } from './room';

/** The form of money in and out takes it from there, and comes back to the line. */
export function RecordOutside({ line, onClose }: MeaningDialog) {
  useEffect(() => {
    const kind = line.amountMinor < 0 ? 'paidByBank' : 'moneyInBank';
    onClose();
    router.push(`/counter/money?kind=${kind}&line=${line.id}` as never);
  }, [line, onClose]);
  return null;
}
