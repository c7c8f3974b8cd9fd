import { post } from '../../ledger';
import { minor, sum, type Minor } from '../../money';
import { refuse, type Outcome } from '../../outcome';
import { leftOfKind, type RefundState } from '../paid';
import { noCardNumber, ofOurs } from '../references';
import type { TenderRoom } from '../room';

/** A cheque that the shop writes, on one of its bank accounts. */
export type OwnCheque = { bankAccountId: number; number: string; payee: string };

export type RefundByOwnCheque = {
  kind: 'ownCheque';
  tenderId: number;
  amountMinor: number;
  cheque: OwnCheque;
};

/**
 * What is wrong with a cheque of our own: its number (digits, as the bank will name it), who it
 * is written to. Refusals: `ownCheque.number`, `ownCheque.payee`, `text.cardNumber`.
 */
function checkOwnCheque(
  { number, payee }: Omit<OwnCheque, 'bankAccountId'>,
  at: string,
): Outcome<never> | undefined {
  if (!/^\d{1,12}$/.test(number) || Number(number) === 0) {
    return refuse('ownCheque.number', `${at}.number`);
  }
  if (!payee.trim()) return refuse('ownCheque.payee', `${at}.payee`);
  return noCardNumber(payee, `${at}.payee`);
}

/** What of the cheques that a sale brought, and that the bank paid, has not gone back by ours. */
function chequesLeft(state: RefundState): Minor {
  const cheques = state.paid.filter(({ kind }) => kind === 'cheque');
  const gone = sum(
    cheques.flatMap((one) => [one.refundedMinor, one.unpaidMinor, one.writtenOffMinor]),
  );
  return minor(Math.max(0, leftOfKind(state, 'cheque', 'ownCheque') - gone));
}

/** The shop's own cheque: it is only given, never taken. */
export const OWN_CHEQUE: TenderRoom<'ownCheque'> = {
  pot: () => 'ownCheque',
  take: null,
  giveBack: {
    to: 'anybody',
    keeps: 'amount',
    left: chequesLeft,
    otherWay: { code: 'rule.refundByCheque', given: 'chequeMinor', left: 'chequesLeftMinor' },
    whereSetUp: true,
    check: ({ cheque }, at) => checkOwnCheque(cheque, `${at}.cheque`),
    inShop: ({ cheque }, state, at) => ofOurs(cheque.bankAccountId, state, at),
    details: ({ cheque }) => ({ ownCheque: cheque }),
    post: ({ keptMinor, ownCheque }, { takings }) => {
      const { bankAccountId } = ownCheque!;
      return post('refund.ownCheque', { amount: -keptMinor }, { bankAccountId, ...takings });
    },
  },
};
