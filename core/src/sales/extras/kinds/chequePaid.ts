import { post } from '../../../ledger';
import { minor, sum } from '../../../money';
import { accept, refuse } from '../../../outcome';
import { checkAmount, type ExtraRoom } from '../room';

/**
 * A returned cheque is paid after all: what is owed first; beyond it, what was written off.
 * Refusals: `returnedCheque.unknown`, `returnedCheque.over` (leftMinor).
 */
export const CHEQUE_PAID: ExtraRoom<'chequePaid'> = {
  decide: ({ returnedChequeId, amountMinor }, { returnedCheques }, _before, at) => {
    const wrong = checkAmount(amountMinor, at);
    if (wrong) return wrong;
    const cheque = returnedCheques.find(({ id }) => id === returnedChequeId);
    if (!cheque) return refuse('returnedCheque.unknown', at);
    const leftMinor = sum([cheque.leftMinor, cheque.writtenOffMinor]);
    if (amountMinor > leftMinor) {
      return refuse('returnedCheque.over', `${at}.amountMinor`, { leftMinor });
    }
    const recoveredMinor = minor(Math.max(0, amountMinor - cheque.leftMinor));
    return accept({ returnedChequeId, recoveredMinor });
  },
  post: ({ amountMinor, recoveredMinor }) => [
    ...post('cheque.recovered', { amount: amountMinor - recoveredMinor }),
    ...post('writeOff.recovered', { amount: recoveredMinor }),
  ],
};
