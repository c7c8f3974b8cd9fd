import { mergeLines, post, type JournalLine } from '../ledger';
import { accept, refuse, type Outcome } from '../outcome';
import { moveAcrossPots, ofDispute, type Part } from '../takings';

/** What a line of the bank is about a dispute. Minor units. */
export type ChargebackAtBank = {
  /** As the bank books it: below zero debited. */
  lineMinor: number;
  /** What of a debit is a fee. */
  feeMinor: number;
  /** The dispute that is known already, with what is open of it; null: the line tells of a new one. */
  dispute: { openMinor: number } | null;
};

/**
 * What the bank itself debits or gives back for a disputed card: above zero taken, below zero given back.
 * A debit of a dispute that is known is a fee for it: taken is it once.
 * Refusals: `chargeback.feeBeyond`, `chargeback.whichOne`, `dispute.moreThanOpen` (openMinor).
 */
export function chargebackOf({
  lineMinor,
  feeMinor,
  dispute,
}: ChargebackAtBank): Outcome<{ amountMinor: number; feeMinor: number }> {
  if (lineMinor > 0) {
    if (dispute === null) return refuse('chargeback.whichOne', 'disputeId');
    const { openMinor } = dispute;
    if (lineMinor > openMinor)
      return refuse('dispute.moreThanOpen', 'disputeId', { openMinor });
    return accept({ amountMinor: -lineMinor, feeMinor: 0 });
  }
  if (dispute !== null) return accept({ amountMinor: 0, feeMinor: -lineMinor });
  if (feeMinor >= -lineMinor) return refuse('chargeback.feeBeyond', 'feeMinor');
  return accept({ amountMinor: -lineMinor - feeMinor, feeMinor });
}

type Whose = { takingsDay: string; pot: string };

/**
 * The entry of it, on the takings that are disputed: what is taken is of the sale, or of the line where no
 * sale is known; what is given back is what the dispute holds; its fee is of the sale.
 * @param holder who has it until the bank's line is matched
 */
export function chargebackLines(
  { amountMinor, feeMinor }: { amountMinor: number; feeMinor: number },
  { whose, held }: { whose: Whose; held: readonly (Part & Whose)[] },
  ids: { disputeId: number; processorId: number; bankAccountId: number; holder: string },
): JournalLine[] {
  const holders = { disputes: ofDispute(ids.disputeId), bankInTransit: ids.holder };
  const at = ({ takingsDay, pot }: Whose, minor: number) => ({
    amountMinor: minor,
    takings: { takingsDay, pot, holders },
  });
  const parts =
    amountMinor < 0
      ? moveAcrossPots(held, -amountMinor).map((part) => at(part, -part.amountMinor))
      : [at(whose, amountMinor)];
  const fee = at(whose, feeMinor);
  return mergeLines(
    post('chargeback.fromBank', { amount: parts, fee, debited: [...parts, fee] }, ids),
  );
}
