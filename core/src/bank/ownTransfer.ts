import { post, type JournalLine } from '../ledger';
import { accept, refuse, type Outcome } from '../outcome';

/** Money of ours that goes from one of our accounts at a bank to another. Minor units, above zero. */
export type OwnTransfer = { fromId: number; toId: number; amountMinor: number };

/**
 * Checks a transfer between our own accounts.
 * @param line of the statement that shows one end of it, where it is recorded from one: an amount as its bank books it
 * Refusals: `bankTransfer.same`, `bankTransfer.line` (amountMinor: what the line would have to be).
 */
export function checkOwnTransfer(
  { fromId, toId, amountMinor }: OwnTransfer,
  line: { bankAccountId: number; amountMinor: number } | null,
): Outcome<null> {
  if (fromId === toId) return refuse('bankTransfer.same', 'toId');
  if (line === null) return accept(null);
  const expectedMinor = { [fromId]: -amountMinor, [toId]: amountMinor }[line.bankAccountId];
  return expectedMinor === line.amountMinor
    ? accept(null)
    : refuse('bankTransfer.line', 'amountMinor', { amountMinor: expectedMinor ?? 0 });
}

/** Its entry: out of the one and into the other, both under way until their lines come; transfers stay at nothing. */
export const ownTransferLines = ({
  fromId,
  toId,
  amountMinor: amount,
}: OwnTransfer): JournalLine[] => [
  ...post('transfer.out', { amount }, { bankAccountId: fromId }),
  ...post('transfer.in', { amount }, { bankAccountId: toId }),
];
