import type { DenominationCount } from '../money';
import { refuse, type BrokenRule, type Outcome } from '../outcome';

/**
 * Checks the rolls of a count: of each denomination there are at most as many as its pieces fill.
 * Refusals: `count.rolls` (pieces in a roll, `valueMinor` of the coin).
 * @param rolls full rolls by denomination, inside of the pieces
 */
export function checkRolls(
  count: DenominationCount,
  rolls: DenominationCount,
  rollPieces: Readonly<Record<string, number>>,
): Outcome<never> | undefined {
  for (const [value, full] of Object.entries(rolls)) {
    const pieces = rollPieces[value];
    const most = pieces === undefined ? 0 : Math.floor((count[value] ?? 0) / pieces);
    if (!Number.isInteger(full) || full < 0 || full > most) {
      return refuse('count.rolls', `rolls.${value}`, {
        pieces: pieces ?? 0,
        valueMinor: Number(value),
      });
    }
  }
  return undefined;
}

/**
 * What a count asks before it closes: once more, where it differs by more than the shop lets pass
 * (who counts blind is not told by how much); and a second person where two sign.
 */
export function countAsks({
  differenceMinor,
  askAboveMinor,
  blind,
  twoSign,
}: {
  differenceMinor: number;
  /** null: never asked. */
  askAboveMinor: number | null;
  blind: boolean;
  twoSign: boolean;
}): BrokenRule[] {
  const asks: BrokenRule[] = [];
  const large = askAboveMinor !== null && Math.abs(differenceMinor) > askAboveMinor;
  if (large && blind) asks.push({ code: 'rule.countDiffersBlind', approver: 'clerk' });
  if (large && !blind) {
    const code = differenceMinor < 0 ? 'rule.countShort' : 'rule.countOver';
    const params = { amountMinor: Math.abs(differenceMinor) };
    asks.push({ code, approver: 'clerk', params });
  }
  if (twoSign) asks.push({ code: 'rule.countSigned', approver: 'clerk', byAnother: true });
  return asks;
}
