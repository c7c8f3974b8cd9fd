import type { AccountPage } from '@abacist/contracts';
import { namedCharges, proposeAllocation, type Proposal } from '@abacist/core/accounts';
import { parseAmount } from '@abacist/core/money';
import type { AccountPayment } from '@abacist/core/sales';
import { givenOut, grantsLate, toAllocations, type Given, type Shown } from './given';

/** What a person typed for one account of a payment. */
export type Typed = {
  amount: string;
  named: string;
  given: Given;
  /** Open credits that are used beside the payment. */
  credits: number[];
  keep: boolean;
  reason: string;
};
export const NOTHING: Typed = {
  amount: '',
  named: '',
  given: {},
  credits: [],
  keep: false,
  reason: '',
};

/** One account of a payment: what it gets and to which charges that goes. */
export type Part = {
  account: AccountPage;
  typed: Typed;
  amountMinor: number | null;
  proposal: Proposal;
  shown: Shown;
  /** Below zero: more is given out than is paid. */
  overMinor: number;
  late: boolean;
  ready: boolean;
  /** Nothing is paid on it. */
  idle: boolean;
};

/** What comes of what was typed for an account: where it goes, what is over, what is missing. */
export function toPart(
  account: AccountPage,
  typed: Typed,
  today: string,
  currency: string,
): Part {
  const read = parseAmount(typed.amount || '0', currency);
  const amountMinor = read.ok && read.value > 0 ? read.value : null;
  const charges = account.items.filter(({ leftMinor }) => leftMinor > 0);
  const creditMinor = account.items
    .filter(({ id }) => typed.credits.includes(id))
    .reduce((total, { leftMinor }) => total - leftMinor, 0);
  const proposal: Proposal =
    amountMinor === null
      ? { by: 'oldestFirst', allocations: [], overMinor: 0 as never }
      : proposeAllocation(amountMinor + creditMinor, charges, {
          date: today,
          rules: account,
          named: namedCharges(typed.named, charges),
        });
  const shown = givenOut(typed.given, proposal, currency);
  // The payment goes first: what is over of it is asked about, what is over of a credit stays.
  const paidOver = (amountMinor ?? 0) - shown.totalMinor;
  const overMinor = paidOver >= 0 ? paidOver : Math.min(0, paidOver + creditMinor);
  const late = grantsLate(shown, charges, today);
  const ready =
    amountMinor !== null &&
    shown.ok &&
    (overMinor === 0 || (overMinor > 0 && typed.keep)) &&
    (!late || typed.reason.trim() !== '');
  const idle = typed.amount.trim() === '';
  return { account, typed, amountMinor, proposal, shown, overMinor, late, ready, idle };
}

/** The part as a line of the ticket. */
export const toPayment = ({ account, amountMinor, shown, typed }: Part): AccountPayment => ({
  kind: 'accountPayment',
  chargeAccountId: account.id,
  amountMinor: amountMinor!,
  allocations: toAllocations(shown),
  ...(typed.credits.length > 0 && { credits: typed.credits }),
  keepCredit: typed.keep,
  reason: typed.reason.trim(),
});
