import { sum } from '../money';
import { spendPrepayment, type Order } from '../orders';
import { accept, refuse, type Outcome } from '../outcome';
import type { TakenTender } from '../tenders';
import type { DecidedSale, SaleState, SaleTicket } from './sale';

/** Each tender is one of the shop's, and a credit note has what is asked of it. */
export function checkTenders(sale: SaleTicket, state: SaleState): Outcome<never> | undefined {
  const known = (tenderId: number) => state.tenders.find(({ id }) => id === tenderId)?.kind;
  for (const [i, refund] of (sale.refunds ?? []).entries()) {
    const at = `refunds.${i}`;
    if (known(refund.tenderId) !== refund.kind) {
      return refuse('tender.unknown', `${at}.tenderId`);
    }
    const bankAccountId =
      refund.kind === 'ownCheque'
        ? refund.cheque.bankAccountId
        : refund.kind === 'transfer'
          ? refund.bankAccountId
          : null;
    if (bankAccountId !== null && !state.bankAccountIds.includes(bankAccountId)) {
      return refuse('bankAccount.unknown', `${at}.bankAccountId`);
    }
  }
  const asked = new Map<number, number>();
  for (const [i, tender] of sale.tenders.entries()) {
    const at = `tenders.${i}`;
    if (known(tender.tenderId) !== tender.kind) {
      return refuse('tender.unknown', `${at}.tenderId`);
    }
    if (tender.kind === 'transfer' && !state.bankAccountIds.includes(tender.bankAccountId)) {
      return refuse('bankAccount.unknown', `${at}.bankAccountId`);
    }
    if (tender.kind === 'voucher') {
      const refusal = checkVoucher(tender, sale, state, at);
      if (refusal) return refusal;
    }
    if (tender.kind !== 'storeCredit') continue;
    const credit = state.credits.find(({ id }) => id === tender.creditNoteId);
    if (!credit) return refuse('credit.unknown', `${at}.creditNoteId`);
    const { id, validUntil, leftMinor } = credit;
    if (validUntil < state.today) return refuse('credit.expired', at, { date: validUntil });
    asked.set(id, (asked.get(id) ?? 0) + tender.amountMinor);
    if (asked.get(id)! > leftMinor) {
      return refuse('credit.over', `${at}.amountMinor`, { leftMinor });
    }
  }
  return undefined;
}

function checkVoucher(
  { voucherId }: { voucherId: number },
  sale: SaleTicket,
  state: SaleState,
  at: string,
): Outcome<never> | undefined {
  const voucher = state.vouchers.find(({ id }) => id === voucherId);
  if (!voucher) return refuse('voucher.unknown', `${at}.voucherId`);
  const { validUntil, leftMinor } = voucher;
  if (validUntil !== null && validUntil < state.today) {
    return refuse('voucher.expired', at, { date: validUntil });
  }
  const asked = sum(
    sale.tenders.map((tender) =>
      tender.kind === 'voucher' && tender.voucherId === voucherId ? tender.amountMinor : 0,
    ),
  );
  return asked > leftMinor
    ? refuse('voucher.over', `${at}.amountMinor`, { leftMinor })
    : undefined;
}

/** What each tender by prepayment takes of its order; a second one goes on after the first. */
export function spendPrepayments(
  tenders: readonly TakenTender[],
  orders: readonly Order[],
): Outcome<DecidedSale['prepaymentsUsed']> {
  const used: DecidedSale['prepaymentsUsed'] = [];
  const spent = new Map<number, number>();
  for (const [i, { kind, orderId, amountMinor }] of tenders.entries()) {
    if (kind !== 'prepayment' || orderId === null) continue;
    const order = orders.find(({ id }) => id === orderId);
    if (!order) return refuse('order.unknown', `tenders.${i}`);
    const spentMinor = order.spentMinor + (spent.get(orderId) ?? 0);
    const parts = spendPrepayment({ ...order, spentMinor }, amountMinor, `tenders.${i}`);
    if (!parts.ok) return parts;
    spent.set(orderId, (spent.get(orderId) ?? 0) + amountMinor);
    used.push({ tender: i, orderId, parts: parts.value });
  }
  return accept(used);
}
