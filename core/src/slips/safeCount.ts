import { mergeLines, post, type JournalLine } from '../ledger';
import { countTotal, minus, strangeDenomination, sum, type Minor } from '../money';
import { accept, refuse, type BrokenRule, type Outcome } from '../outcome';
import { bySafeItem } from '../takings';

/** Cash that waits in the safe, by its item. */
type CashItem = { takingsDay: string; pot: string; leftMinor: number };

type DecidedSafeCount = {
  expectedMinor: Minor;
  countedMinor: Minor;
  /** counted − expected: positive over, negative short. */
  differenceMinor: Minor;
  /** The day and pot that bear the difference: the last that brought cash. */
  bears: { takingsDay: string; pot: string };
  lines: JournalLine[];
  broken: BrokenRule[];
};

/**
 * Decides a count of the safe's cash: what differs goes to over and short, on the last day whose cash lies there, and
 * is an item of the safe from then on. A manager approves a difference.
 * Refusals: `count.denomination`, `safeCount.note` (a difference says why).
 * @param today bears it where no cash should be there
 */
export function decideSafeCount(
  { count, note }: { count: Readonly<Record<string, number>>; note: string },
  cash: readonly CashItem[],
  { denominations, today }: { denominations: readonly number[]; today: string },
): Outcome<DecidedSafeCount> {
  const strange = strangeDenomination(count, denominations);
  if (strange !== undefined) return refuse('count.denomination', `count.${strange}`);
  const countedMinor = countTotal(count);
  const expectedMinor = sum(cash.map(({ leftMinor }) => leftMinor));
  const differenceMinor = minus(countedMinor, expectedMinor);
  if (differenceMinor !== 0 && note.trim() === '') return refuse('safeCount.note', 'note');
  const last = cash.reduce<CashItem | undefined>(
    (found, one) => (!found || one.takingsDay > found.takingsDay ? one : found),
    undefined,
  );
  const bears = last
    ? { takingsDay: last.takingsDay, pot: last.pot }
    : { takingsDay: today, pot: 'cash' };
  return accept({
    expectedMinor,
    countedMinor,
    differenceMinor,
    bears,
    lines: mergeLines(
      post('safe.difference', {
        over: {
          amountMinor: differenceMinor,
          takings: { ...bears, holders: { safe: bySafeItem(1) } },
        },
      }),
    ),
    broken:
      differenceMinor === 0
        ? []
        : [
            {
              code: differenceMinor < 0 ? 'rule.safeShort' : 'rule.safeOver',
              approver: 'manager',
              params: { amountMinor: Math.abs(differenceMinor) },
            },
          ],
  });
}
