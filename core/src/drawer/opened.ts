import { post, type JournalLine } from '../ledger';
import {
  countTotal,
  minus,
  negate,
  strangeDenomination,
  sum,
  type DenominationCount,
  type Minor,
} from '../money';
import { accept, refuse, type Outcome } from '../outcome';
import { BROUGHT_IN, inFund, moveOn } from '../takings';
import type { CashPart } from './acts';

export type OpeningState = {
  drawerId: number;
  today: string;
  denominations: readonly number[];
  /** What the shop leaves in this drawer as change. */
  usualMinor: number;
  /** What the ledger has of its fund, by the day and pot that brought it. */
  fundHeld: readonly CashPart[];
  /** It takes already: something was sold, or it is being counted. */
  open: boolean;
};

/**
 * Opens a drawer with its float counted. What differs from the fund is over or short; that, or another float than
 * the usual one, asks why. What is short bears the days that brought it, the oldest first; what is over is brought in.
 * Refusals: `drawerOpen.open`, `count.denomination` as the count of a drawer says, `drawerOpen.note` (usualMinor).
 */
export function decideOpening(
  { count, note }: { count: DenominationCount; note: string },
  { drawerId, today, denominations, usualMinor, fundHeld, open }: OpeningState,
): Outcome<{
  expectedMinor: Minor;
  countedMinor: Minor;
  differenceMinor: Minor;
  lines: JournalLine[];
}> {
  if (open) return refuse('drawerOpen.open');
  const strange = strangeDenomination(count, denominations);
  if (strange !== undefined) return refuse('count.denomination', `count.${strange}`);
  const countedMinor = countTotal(count);
  const expectedMinor = sum(fundHeld.map(({ amountMinor }) => amountMinor));
  const differenceMinor = minus(countedMinor, expectedMinor);
  const isUsual = differenceMinor === 0 && countedMinor === usualMinor;
  if (!isUsual && note.trim() === '') return refuse('drawerOpen.note', 'note', { usualMinor });
  return accept({
    expectedMinor,
    countedMinor,
    differenceMinor,
    lines:
      differenceMinor === 0 ? [] : differs(differenceMinor, { drawerId, today, fundHeld }),
  });
}

function differs(
  differenceMinor: Minor,
  { drawerId, today, fundHeld }: Pick<OpeningState, 'drawerId' | 'today' | 'fundHeld'>,
): JournalLine[] {
  const parts =
    differenceMinor > 0
      ? [{ takingsDay: today, pot: BROUGHT_IN, amountMinor: differenceMinor }]
      : short(fundHeld, -differenceMinor, today);
  return post(
    'fund.difference',
    {
      over: parts.map(({ takingsDay, pot, amountMinor }) => ({
        amountMinor,
        takings: { takingsDay, pot, holders: { fund: inFund(drawerId) } },
      })),
    },
    { drawerId },
  );
}

/** What is missing of a fund, by pot and day: what was brought in first, then takings that became change. */
function short(
  fundHeld: readonly CashPart[],
  missingMinor: number,
  today: string,
): CashPart[] {
  let left = missingMinor;
  const pots = [BROUGHT_IN, ...new Set(fundHeld.map(({ pot }) => pot))];
  const parts: CashPart[] = [];
  for (const pot of new Set(pots)) {
    const held = fundHeld.filter((part) => part.pot === pot);
    const most = Math.max(0, sum(held.map(({ amountMinor }) => amountMinor)));
    const take = Math.min(left, most);
    if (take === 0) continue;
    const moved = moveOn(held, take, { today });
    if (!moved.ok) throw new Error('nobody picked a day');
    parts.push(
      ...moved.value.map((part) => ({ ...part, pot, amountMinor: negate(part.amountMinor) })),
    );
    left -= take;
  }
  return parts;
}
