import type { CardMovementView, ShopCard } from '@abacist/contracts';
import { cardStatementTotal } from '@abacist/core/cardStatement';
import { isIsoDate } from '@abacist/core/dates';
import { parseAmount, sum } from '@abacist/core/money';

/** A statement of the card as it is typed. */
export type StatementDraft = {
  date: string;
  balance: string;
  dueOn: string;
  /** Movements by its day that it does not show. */
  off: number[];
};

const total = (list: readonly CardMovementView[]) =>
  sum(list.map(({ amountMinor }) => amountMinor));

/**
 * What is typed beside the books: what is ticked, what the statement should say of it and by how much it differs. All up
 * to its day is ticked unless taken off. `dated`: whether a day is given; `command` is null while anything is missing.
 */
export function readStatement(
  draft: StatementDraft,
  { last, open }: Pick<ShopCard, 'last' | 'open'>,
  currency: string,
) {
  const dated = isIsoDate(draft.date);
  const inTime = dated ? open.filter(({ date }) => date <= draft.date) : open;
  const ticked = inTime.filter(({ id }) => !draft.off.includes(id));
  const charged = ticked.filter(({ amountMinor }) => amountMinor > 0);
  const paid = ticked.filter(({ amountMinor }) => amountMinor < 0);
  const later = open.filter((one) => !inTime.includes(one));
  const expectedMinor = cardStatementTotal(last, ticked);
  const typed = parseAmount(draft.balance, currency);
  const differenceMinor = typed.ok ? typed.value - expectedMinor : null;
  const due = draft.dueOn.trim() === '' ? null : draft.dueOn;
  const complete =
    dated && typed.ok && differenceMinor === 0 && (due === null || isIsoDate(due));
  return {
    ...{ dated, inTime, ticked, expectedMinor, differenceMinor },
    chargedMinor: total(charged),
    paidMinor: total(paid),
    later: { count: later.length, minor: total(later) },
    refusal: draft.balance && !typed.ok ? typed.refusals[0]! : null,
    command: complete
      ? {
          date: draft.date,
          balanceMinor: typed.value,
          dueOn: due,
          actIds: ticked.map(({ id }) => id),
        }
      : null,
  };
}
