import { holdsCardNumber } from '../cards';
import { mergeLines, post, type JournalLine } from '../ledger';
import { countTotal, minus, strangeDenomination, sum, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';
import { ON_SLIP } from '../takings';

export { decideBag, type BagDecision, type SlipPart } from './bag';
export { decideSafeCount } from './safeCount';
export { safePieces, type SafeChange, type SafePieces } from './safePieces';
export { slipItems } from './slipItems';

export type SafeItem = {
  id: number;
  takingsDay: string;
  pot: string;
  leftMinor: number;
  /** The date on a cheque, null for cash: the bank takes a cheque from that day on, whole. */
  chequeDated: string | null;
};

export type SlipCommand = {
  bankAccountId: number;
  /** The total that the bank's own slip shows, as the person typed it. */
  bankTotalMinor: number;
  /** The number printed on the bank's slip or bag, if there is one. */
  bankReference: string;
  items: readonly { safeItemId: number; amountMinor: number }[];
  /** Its cash by denomination, where it is counted for the slip. */
  count?: Readonly<Record<string, number>>;
};

/**
 * Decides to send a deposit slip. It goes only when the items add up to the total of the bank's
 * slip; each item takes no more than the safe still holds of it (a negative item and a cheque
 * go whole).
 * Refusals: `slip.empty`, `slip.itemGone`, `slip.itemTwice`, `slip.itemTooMuch` (leftMinor), `slip.chequeWhole`,
 * `slip.chequeLater` (dated),
 * `count.denomination`, `slip.cashCount` (countedMinor, cashMinor),
 * `slip.totalDiffers` (differenceMinor = bank's total − items), `slip.notPositive`,
 * `text.cardNumber`.
 */
export function decideSlip(
  command: SlipCommand,
  safe: readonly SafeItem[],
  today: string,
  denominations: readonly number[],
): Outcome<{ totalMinor: Minor; lines: JournalLine[] }> {
  if (command.items.length === 0) return refuse('slip.empty', 'items');
  if (holdsCardNumber(command.bankReference))
    return refuse('text.cardNumber', 'bankReference');
  const seen = new Set<number>();
  for (const [i, { safeItemId, amountMinor }] of command.items.entries()) {
    const at = `items.${i}`;
    const item = safe.find(({ id }) => id === safeItemId);
    if (!item || item.leftMinor === 0) return refuse('slip.itemGone', at);
    if (seen.has(safeItemId)) return refuse('slip.itemTwice', at);
    seen.add(safeItemId);
    if (item.chequeDated !== null) {
      if (amountMinor !== item.leftMinor) return refuse('slip.chequeWhole', at);
      if (item.chequeDated > today) {
        return refuse('slip.chequeLater', at, { dated: item.chequeDated });
      }
    }
    const whole = amountMinor === item.leftMinor;
    if (!whole && (amountMinor <= 0 || amountMinor > item.leftMinor)) {
      return refuse('slip.itemTooMuch', at, { leftMinor: item.leftMinor });
    }
  }
  const totalMinor = sum(command.items.map(({ amountMinor }) => amountMinor));
  if (totalMinor !== command.bankTotalMinor) {
    const differenceMinor = minus(command.bankTotalMinor, totalMinor);
    return refuse('slip.totalDiffers', 'bankTotalMinor', { differenceMinor, totalMinor });
  }
  if (totalMinor <= 0) return refuse('slip.notPositive', 'items');
  const counted = checkCount(command, safe, denominations);
  if (counted) return counted;
  const { bankAccountId } = command;
  return accept({
    totalMinor,
    lines: mergeLines(
      post(
        'slip.sent',
        {
          total: command.items.map(({ safeItemId, amountMinor }) => {
            const { takingsDay, pot } = safe.find(({ id }) => id === safeItemId)!;
            const holders = { safe: `safeItem ${safeItemId}`, bankInTransit: ON_SLIP };
            return { amountMinor, takings: { takingsDay, pot, holders } };
          }),
        },
        { bankAccountId },
      ),
    ),
  });
}

/** The pieces that were counted for the slip are the cash that it takes. */
function checkCount(
  { count, items }: SlipCommand,
  safe: readonly SafeItem[],
  denominations: readonly number[],
): Outcome<never> | undefined {
  if (!count) return undefined;
  const strange = strangeDenomination(count, denominations);
  if (strange !== undefined) return refuse('count.denomination', `count.${strange}`);
  const countedMinor = countTotal(count);
  const isCash = ({ safeItemId }: { safeItemId: number }) =>
    safe.find(({ id }) => id === safeItemId)?.chequeDated === null;
  const cashMinor = sum(items.filter(isCash).map(({ amountMinor }) => amountMinor));
  return countedMinor === cashMinor
    ? undefined
    : refuse('slip.cashCount', 'count', { countedMinor, cashMinor });
}
