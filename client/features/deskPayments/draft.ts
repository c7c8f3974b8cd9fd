import type { DeskPayment, DeskPaymentsCommand } from '@abacist/contracts';
import { isIsoDate } from '@abacist/core/dates';
import { parseAmount, sum } from '@abacist/core/money';
import type { OfferedTender } from '@abacist/core/tenders';

/** How it came: as a piece of paper, or to the bank. */
export const WAYS = ['cheque', 'transfer'] as const;
export type Way = (typeof WAYS)[number];

/** A payment as it is typed. */
export type TypedPayment = {
  id: string;
  way: Way;
  account: { id: number; name: string } | null;
  amount: string;
  number: string;
  dated: string;
  reference: string;
  later: boolean;
};
/** Payments of one post as they are typed: the total first, then each of them. */
export type DeskDraft = {
  date: string;
  bankAccountId: number | null;
  total: string;
  payments: TypedPayment[];
  slip: boolean;
  bankReference: string;
};

export const emptyPayment = (id: string, way: Way = 'cheque'): TypedPayment => ({
  id,
  way,
  account: null,
  amount: '',
  number: '',
  dated: '',
  reference: '',
  later: false,
});

export const emptyDraft = (id: string): DeskDraft => ({
  date: '',
  bankAccountId: null,
  total: '',
  payments: [emptyPayment(id)],
  slip: false,
  bankReference: '',
});

/** The shop's tender of each way, where it has one. */
export type WayTenders = Partial<Record<Way, { tenderId: number }>>;

const minorOf = (text: string, currency: string): number | null => {
  const read = parseAmount(text, currency);
  return read.ok && read.value > 0 ? read.value : null;
};

/** What the total and the payments differ by so far: it must be zero before they are posted. Minor units. */
export function differenceOf({ total, payments }: DeskDraft, currency: string): number {
  const paid = sum(payments.map(({ amount }) => minorOf(amount, currency) ?? 0));
  return paid - (minorOf(total, currency) ?? 0);
}

/** How one of them is offered; null while something of it is missing. */
function tenderOf(
  typed: TypedPayment,
  {
    date,
    bankAccountId,
    tenders,
  }: { date: string; bankAccountId: number; tenders: WayTenders },
  currency: string,
): OfferedTender | null {
  const amountMinor = minorOf(typed.amount, currency);
  const tender = tenders[typed.way];
  if (amountMinor === null || !tender) return null;
  const base = { tenderId: tender.tenderId, amountMinor };
  const ways: Record<Way, () => OfferedTender | null> = {
    cheque: () => {
      const dated = typed.dated || date;
      const number = typed.number.trim();
      return number && isIsoDate(dated)
        ? { ...base, kind: 'cheque', cheque: { number, drawnBy: typed.account!.name, dated } }
        : null;
    },
    transfer: () => ({
      ...base,
      kind: 'transfer',
      bankAccountId,
      reference: typed.reference.trim(),
    }),
  };
  return ways[typed.way]();
}

/** What is sent; null while something is missing or the total and the payments differ. */
export function toCommand(
  draft: DeskDraft,
  {
    today,
    bankAccountId,
    tenders,
  }: { today: string; bankAccountId: number; tenders: WayTenders },
  currency: string,
): DeskPaymentsCommand | null {
  const date = draft.date || today;
  const totalMinor = minorOf(draft.total, currency);
  const bank = draft.bankAccountId ?? bankAccountId;
  const payments = draft.payments.map((typed): DeskPayment | null => {
    if (!typed.account) return null;
    const tender = tenderOf(typed, { date, bankAccountId: bank, tenders }, currency);
    return tender && { chargeAccountId: typed.account.id, tender, later: typed.later };
  });
  const all = payments.flatMap((one) => one ?? []);
  const whole = all.length === draft.payments.length && all.length > 0;
  if (!isIsoDate(date) || totalMinor === null || !whole) return null;
  if (differenceOf(draft, currency) !== 0) return null;
  return {
    date,
    totalMinor,
    payments: all,
    slip: draft.slip
      ? { bankAccountId: bank, bankReference: draft.bankReference.trim() }
      : null,
  };
}
