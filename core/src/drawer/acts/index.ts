import { mergeLines, onceCounted, reverseLines, type JournalLine } from '../../ledger';
import { countTotal, minor, roundCash, strangeDenomination, sum } from '../../money';
import { accept, refuse, type BrokenRule, type Outcome } from '../../outcome';
import { taxTicket } from '../../tax';
import { fetchCash, moveCash } from './cash';
import { cardPaid } from './kinds/cardPaid';
import { changeFetched } from './kinds/changeFetched';
import { drop } from './kinds/drop';
import { floatUp } from './kinds/floatUp';
import { moneyIn } from './kinds/moneyIn';
import { moneyInBank } from './kinds/moneyInBank';
import { ownerDraws } from './kinds/ownerDraws';
import { ownerDrawsBank } from './kinds/ownerDrawsBank';
import { ownerPays } from './kinds/ownerPays';
import { ownerPutsIn } from './kinds/ownerPutsIn';
import { ownerPutsInBank } from './kinds/ownerPutsInBank';
import { paidByBank } from './kinds/paidByBank';
import { paidByCard } from './kinds/paidByCard';
import { paidFromSafe } from './kinds/paidFromSafe';
import { paidOut } from './kinds/paidOut';
import { toDrawer } from './kinds/toDrawer';
import { isOfDrawer, type DrawerActKind } from './facts';
import type { ActRoom } from './room';
import type { ActCommand, ActState, DecidedAct, DecidedPart } from './types';

export { isCashPot, moveCash } from './cash';
export * from './facts';
export * from './types';

/** Every kind of money into a drawer or out of it: one room each. */
export const DRAWER_ACTS: Record<DrawerActKind, ActRoom> = {
  paidOut,
  paidFromSafe,
  paidByBank,
  paidByCard,
  ownerPays,
  moneyIn,
  moneyInBank,
  ownerDraws,
  ownerDrawsBank,
  ownerPutsIn,
  ownerPutsInBank,
  cardPaid,
  drop,
  toDrawer,
  changeFetched,
  floatUp,
};

/**
 * Decides money into a drawer or out of it beside the tickets. Cash that leaves carries the days
 * that took it, the oldest first; tax inside of a part is taken apart by its code, and no part
 * moves by that. Cash that comes is brought in today.
 * Refusals: `count.denomination`, `drawerAct.count` (countedMinor, amountMinor), `drawerAct.drawer`, `drawerAct.bank`, `drawerAct.otherDrawer`, `drawerAct.amount`, `drawerAct.coins` (coinsMinor: the nearest that coins can pay), `drawerAct.parts` (differenceMinor), `drawerAct.account`,
 * `drawerAct.taxCode`, `drawerAct.department`, `drawerAct.drawerHolds` (holdsMinor), `drawerAct.takings` (holdsMinor), `drawerAct.safeHolds` (holdsMinor).
 */
export function decideAct(command: ActCommand, state: ActState): Outcome<DecidedAct> {
  const { kind, amountMinor, bankAccountId = null, toDrawerId = null, count } = command;
  const room = DRAWER_ACTS[kind];
  if (isOfDrawer(kind) && state.drawerId === null) {
    return refuse('drawerAct.drawer', 'drawerId');
  }
  const isOurs = bankAccountId !== null && state.bankAccountIds.includes(bankAccountId);
  if (room.bank ? !isOurs : bankAccountId !== null) {
    return refuse('drawerAct.bank', 'bankAccountId');
  }
  const isOther =
    toDrawerId !== null &&
    toDrawerId !== state.drawerId &&
    state.drawerIds.includes(toDrawerId);
  if (room.toOther ? !isOther : toDrawerId !== null) {
    return refuse('drawerAct.otherDrawer', 'toDrawerId');
  }
  if (!Number.isSafeInteger(amountMinor) || amountMinor <= 0) {
    return refuse('drawerAct.amount', 'amountMinor');
  }
  // What no coin of the drawer pays may come to any cent.
  const coinsMinor =
    room.way === 'none' && !room.fromSafe
      ? amountMinor
      : roundCash(amountMinor, state.cashStepMinor);
  if (coinsMinor !== amountMinor)
    return refuse('drawerAct.coins', 'amountMinor', { coinsMinor });
  if (count) {
    const strange = strangeDenomination(count, state.denominations);
    if (strange !== undefined) return refuse('count.denomination', `count.${strange}`);
    const countedMinor = countTotal(count);
    if (countedMinor !== amountMinor)
      return refuse('drawerAct.count', 'count', { countedMinor, amountMinor });
  }
  const parts = decideParts(room, command, state);
  if (!parts.ok) return parts;
  const holds = room.way === 'out' ? short(room, amountMinor, state) : undefined;
  if (holds) return holds;
  const moved = room.way === 'out' ? moveCash(state.held, amountMinor, state.today) : [];
  const fetched = room.fromSafe ? fetchCash(state.safe, amountMinor) : [];
  if (!fetched) {
    const holdsMinor = Math.max(0, sum(state.safe.map((part) => part.amountMinor)));
    return refuse('drawerAct.safeHolds', 'amountMinor', { holdsMinor });
  }
  const act = {
    amountMinor: minor(amountMinor),
    parts: parts.value,
    moved,
    fetched,
    bankAccountId,
    toDrawerId,
    state,
  };
  return accept({
    parts: parts.value,
    safeItems: room.toSafe?.(act) ?? [],
    fetched,
    lines: mergeLines(room.lines(act)),
    broken: room.asks(act),
  });
}

function short(
  { takingsOnly }: ActRoom,
  amountMinor: number,
  { held, drawerHoldsMinor }: ActState,
): Outcome<never> | undefined {
  if (amountMinor > drawerHoldsMinor) {
    return refuse('drawerAct.drawerHolds', 'amountMinor', { holdsMinor: drawerHoldsMinor });
  }
  const holdsMinor = Math.max(0, sum(held.map((part) => part.amountMinor)));
  return takingsOnly && amountMinor > holdsMinor
    ? refuse('drawerAct.takings', 'amountMinor', { holdsMinor })
    : undefined;
}

function decideParts(
  { accounts }: ActRoom,
  { parts, amountMinor }: ActCommand,
  { taxCodes, rounding, departmentIds }: ActState,
): Outcome<DecidedPart[]> {
  if (accounts.length === 0) {
    return parts.length === 0 ? accept([]) : refuse('drawerAct.account', 'parts.0.account');
  }
  const decided: DecidedPart[] = [];
  for (const [i, part] of parts.entries()) {
    if (!accounts.includes(part.account)) {
      return refuse('drawerAct.account', `parts.${i}.account`);
    }
    if (!Number.isSafeInteger(part.amountMinor) || part.amountMinor <= 0) {
      return refuse('drawerAct.amount', `parts.${i}.amountMinor`);
    }
    const code =
      part.taxCodeId === null ? FREE : taxCodes.find(({ id }) => id === part.taxCodeId);
    if (!code) return refuse('drawerAct.taxCode', `parts.${i}.taxCodeId`);
    const { departmentId } = part;
    if (departmentId && !departmentIds.includes(departmentId)) {
      return refuse('drawerAct.department', `parts.${i}.departmentId`);
    }
    const [taxed] = taxTicket([{ amountMinor: part.amountMinor, code }], {
      pricesIncludeTax: true,
      roundBy: 'line',
      rounding,
    });
    decided.push({ ...part, ...taxed! });
  }
  const differenceMinor = amountMinor - sum(parts.map((part) => part.amountMinor));
  return differenceMinor === 0
    ? accept(decided)
    : refuse('drawerAct.parts', 'parts', { differenceMinor });
}

const FREE = { id: 0, parts: [] };

/**
 * Decides to undo an act: its entry turned around. Once its drawer was counted, what lies there was
 * found by that count: then its cash stands against over and short of its own day in place of the
 * drawer. A manager approves it.
 * Refusals: `drawerAct.undone`, `drawerAct.banked` (a slip took of what was dropped),
 * `drawerAct.otherGone`, `drawerAct.matched` (a line of the statement shows it), `drawerAct.onStatement` (a statement of the shop's card has it: number), `drawerAct.counted` (a float that was filled up),
 * `drawerAct.drawerHolds` (what came in is no longer there).
 */
export function decideActUndo(act: {
  kind: DrawerActKind;
  amountMinor: number;
  lines: readonly JournalLine[];
  undone: boolean;
  counted: boolean;
  banked: boolean;
  matched: boolean;
  /** The number of the card's statement that has it; null: none. */
  onStatement: string | null;
  /** The drawer that took it up was counted since, or holds less by now. */
  otherGone: boolean;
  drawerHoldsMinor: number;
}): Outcome<{ lines: JournalLine[]; broken: BrokenRule[] }> {
  const { kind, amountMinor, counted, drawerHoldsMinor } = act;
  if (act.undone) return refuse('drawerAct.undone');
  if (act.banked) return refuse('drawerAct.banked');
  if (act.otherGone) return refuse('drawerAct.otherGone');
  if (act.matched) return refuse('drawerAct.matched');
  if (act.onStatement !== null)
    return refuse('drawerAct.onStatement', undefined, { number: act.onStatement });
  // A count found the float as it was filled up.
  const fills = DRAWER_ACTS[kind].fromSafe && isOfDrawer(kind);
  if (fills && counted) return refuse('drawerAct.counted');
  if (
    !counted &&
    (DRAWER_ACTS[kind].way === 'in' || fills) &&
    amountMinor > drawerHoldsMinor
  ) {
    return refuse('drawerAct.drawerHolds', undefined, { holdsMinor: drawerHoldsMinor });
  }
  const lines = reverseLines(act.lines);
  return accept({
    lines: counted ? onceCounted(lines) : lines,
    broken: [{ code: 'rule.drawerActUndone', approver: 'manager', params: { amountMinor } }],
  });
}
