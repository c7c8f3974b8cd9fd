import type { DeskPayment, DeskPaymentsCommand } from '@abacist/contracts';
import { isIsoDate } from '@abacist/core/dates';
import { parseAmount, sum } from '@abacist/core/money';
import type { OfferedTender, TenderKind } from '@abacist/core/tenders';
import { typedOf, type DeskAsk } from '@abacist/core/typedTenders';

/** A payment as it is typed. */
export type TypedPayment = {
  id: string;
  /** Null: the first of the shop's that the desk takes. */
  tenderId: number | null;
  /** Whose it is; without an id nobody knows him, and his name is what stands on it. */
  account: { id: number | null; name: string } | null;
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

export const emptyPayment = (id: string, tenderId: number | null = null): TypedPayment => ({
  id,
  tenderId,
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

/** A tender of the shop that comes by post or to the bank. */
export type DeskTender = { id: number; name: string; kind: TenderKind };

/** Those of the shop's tenders that the desk takes, in the shop's order. */
export const deskTenders = (tenders: readonly DeskTender[]): DeskTender[] =>
  tenders.filter(({ kind }) => typedOf(kind).atDesk);

/** What it came by; undefined where the shop has none that the desk takes. */
export const tenderOf = (
  { tenderId }: Pick<TypedPayment, 'tenderId'>,
  tenders: readonly DeskTender[],
): DeskTender | undefined =>
  tenderId === null ? tenders[0] : tenders.find(({ id }) => id === tenderId);

const minorOf = (text: string, currency: string): number | null => {
  const read = parseAmount(text, currency);
  return read.ok && read.value > 0 ? read.value : null;
};

/** What the total and the payments differ by so far: it must be zero before they are posted. Minor units. */
export function differenceOf({ total, payments }: DeskDraft, currency: string): number {
  const paid = sum(payments.map(({ amount }) => minorOf(amount, currency) ?? 0));
  return paid - (minorOf(total, currency) ?? 0);
}

type With = { today: string; bankAccountId: number; tenders: readonly DeskTender[] };

/** How one of them is offered; null while something of it is missing. */
function offered(
  typed: TypedPayment,
  { today: date, bankAccountId, tenders }: With,
  currency: string,
): OfferedTender | null {
  const amountMinor = minorOf(typed.amount, currency);
  const tender = tenderOf(typed, tenders);
  const desk = tender && typedOf(tender.kind).atDesk;
  if (amountMinor === null || !desk || !typed.account) return null;
  const dated = typed.dated || date;
  const number = typed.number.trim();
  const missing: Record<DeskAsk, boolean> = {
    number: number === '',
    dated: !isIsoDate(dated),
    // A payer may write nothing.
    reference: false,
  };
  if (desk.asks.some((ask) => missing[ask])) return null;
  return desk.offer({
    tenderId: tender.id,
    amountMinor,
    payer: typed.account.name,
    number,
    dated,
    reference: typed.reference.trim(),
    bankAccountId,
  });
}

/** What is sent; null while something is missing or the total and the payments differ. */
export function toCommand(
  draft: DeskDraft,
  { today, bankAccountId, tenders }: With,
  currency: string,
): DeskPaymentsCommand | null {
  const date = draft.date || today;
  const totalMinor = minorOf(draft.total, currency);
  const bank = draft.bankAccountId ?? bankAccountId;
  const payments = draft.payments.map((typed): DeskPayment | null => {
    if (!typed.account) return null;
    const tender = offered(typed, { today: date, bankAccountId: bank, tenders }, currency);
    const { id: chargeAccountId, name } = typed.account;
    return (
      tender && {
        chargeAccountId,
        ...(chargeAccountId === null && { name }),
        tender,
        later: typed.later,
      }
    );
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
