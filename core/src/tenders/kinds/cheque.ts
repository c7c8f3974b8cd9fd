import { addDays, isIsoDate } from '../../dates';
import { post, reverseLines } from '../../ledger';
import { refuse, type BrokenRule, type Outcome } from '../../outcome';
import { noCardNumber } from '../references';
import type { TakeState, TenderRoom } from '../room';
import type { TakenTender, ToTender } from '../types';

/** A cheque as it lies in the hand. */
export type Cheque = { number: string; drawnBy: string; dated: string };

export type OfferedCheque = {
  kind: 'cheque';
  tenderId: number;
  amountMinor: number;
  cheque: Cheque;
};
/** A returned cheque is owed no more. */
export type RefundOfCheque = ToTender<'cheque'>;

/** What is wrong with a cheque: its number, who drew it, its date; none may hold a card number. */
export function checkCheque(cheque: Cheque, at: string): Outcome<never> | undefined {
  if (!/^[A-Za-z0-9-]{1,20}$/.test(cheque.number))
    return refuse('cheque.number', `${at}.number`);
  if (!cheque.drawnBy.trim()) return refuse('cheque.drawnBy', `${at}.drawnBy`);
  if (!isIsoDate(cheque.dated)) return refuse('cheque.dated', `${at}.dated`);
  return noCardNumber(cheque.number, at) ?? noCardNumber(cheque.drawnBy, at);
}

/** Banks refuse a cheque of half a year and more (common practice), counted in days. */
const OLD_AFTER_DAYS = 183;

const isSame = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

/** A cheque with a number and drawer that was taken before; one that is older than half a year. */
function odd(
  { cheque }: TakenTender,
  before: readonly TakenTender[],
  { today, knownCheques }: TakeState,
): BrokenRule[] {
  if (!cheque) return [];
  const { number, drawnBy, dated } = cheque;
  const broken: BrokenRule[] = [];
  const same = (one: { number: string; drawnBy: string }) =>
    isSame(one.number, number) && isSame(one.drawnBy, drawnBy);
  const here = before.some((one) => one.cheque && same(one.cheque));
  const known = knownCheques.find(same);
  if (known || here) {
    const params = { number, name: drawnBy, date: known?.takenOn ?? today };
    broken.push({ code: 'rule.chequeTwice', approver: 'clerk', params });
  }
  if (dated < addDays(today, -OLD_AFTER_DAYS)) {
    broken.push({ code: 'rule.chequeOld', approver: 'clerk', params: { date: dated } });
  }
  return broken;
}

export const CHEQUE: TenderRoom<'cheque'> = {
  pot: () => 'cheque',
  inDrawer: true,
  take: {
    earnsDiscount: true,
    byPost: true,
    check: ({ cheque }, _, at) => checkCheque(cheque, `${at}.cheque`),
    details: ({ cheque }) => ({ cheque }),
    odd,
    post: ({ amountMinor }, { drawerId, takings }) =>
      drawerId === null
        ? post('tender.chequeByPost', { amount: amountMinor }, takings)
        : post('tender.cheque', { amount: amountMinor }, { drawerId, ...takings }),
  },
  giveBack: {
    to: 'tender',
    keeps: 'nothing',
    // One that the bank paid is no debt: its money goes back another way.
    most: ({ unpaidMinor, writtenOffMinor }) => unpaidMinor + writtenOffMinor,
    details: () => ({}),
    post: ({ amountMinor, writtenBackMinor }) => [
      ...post('refund.cheque', { amount: -amountMinor }),
      ...reverseLines(post('cheque.writtenOff', { amount: writtenBackMinor })),
    ],
  },
};
