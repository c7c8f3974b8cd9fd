/** What of a dispute is still open, and what was done about it. Minor units, signed. */
export type Disputed = {
  /** Taken for it; below zero: given back for a dispute that nobody knows. */
  amountMinor: number;
  wonMinor: number;
  lostMinor: number;
  /** When the evidence was sent. */
  sentOn: string | null;
};

/**
 * - `toAnswer`: the shop has to say something, before its day
 * - `answered`: the evidence is sent, the processor decides
 * - `unknown`: money came back that was never taken
 * - `won`, `lost`, `parted`: nothing of it is open
 */
export type DisputeState = 'toAnswer' | 'answered' | 'unknown' | 'won' | 'lost' | 'parted';

/** What neither came back nor is lost. */
export const openOf = ({
  amountMinor,
  wonMinor,
  lostMinor,
}: Omit<Disputed, 'sentOn'>): number => amountMinor - wonMinor - lostMinor;

export function stateOf(dispute: Disputed): DisputeState {
  const open = openOf(dispute);
  if (open < 0) return 'unknown';
  if (open > 0) return dispute.sentOn === null ? 'toAnswer' : 'answered';
  if (dispute.lostMinor === 0) return 'won';
  return dispute.wonMinor === 0 ? 'lost' : 'parted';
}
