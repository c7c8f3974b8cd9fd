import { addDays } from '../dates';
import type { LedgerAccount, JournalLine } from '../ledger';
import { minus, negate, sum, type Minor } from '../money';
import { accept, refuse, type BrokenRule, type Outcome } from '../outcome';
import { giveRefund, type AlongWith, type RefundState, type ReturnRules } from '../returns';
import {
  checkDrawer,
  checkTenders,
  roomOf,
  payTicket,
  takeOf,
  tendersBroken,
  type AskedReferences,
  type GivenRefund,
  type OfferedRefund,
  type OfferedTender,
  type TakenTender,
} from '../tenders';
import { taxByAuthority } from '../tax';
import type { Order, PrepaymentParts } from '../orders';
import {
  checkPaidByCard,
  checkTogether,
  decideExtras,
  extrasTotal,
  paidOutBroken,
  type CardExtras,
  type DecidedExtra,
  type ExtraLine,
  type OwedCheque,
  type OwedVoucher,
} from './extras';
import { checkOrderLines, isAsAgreed } from './orderLines';
import { decideCharges, type DecidedCharge, type TicketAccount } from './account';
import type { StandingPayment } from './paymentBack';
import type { DiscountRules } from '../accounts';
import { brokenPriceRules, type Allowance, type Discount } from './discount';
import { drawerBroken, returnRulesBroken } from './saleRules';
import { spendPrepayments } from './prepayments';
import { postTicket } from './postTicket';
import {
  priceTicket,
  type Catalogue,
  type PricedTicket,
  type PriceRules,
  type TicketLine,
} from './price';
import {
  decideReturn,
  valueOf,
  type DecidedReturn,
  type OriginalSale,
  type ReturnReason,
  type TicketReturn,
} from './return';

/** A ticket as it is rung: what is sold, what comes back, how the difference is paid or given back. */
export type SaleTicket = {
  lines: readonly TicketLine[];
  discount?: Discount | undefined;
  /** Vouchers sold, prepayments taken or paid back. */
  extras?: readonly ExtraLine[] | undefined;
  returned?: TicketReturn | undefined;
  /** Where there is something to pay. */
  tenders: readonly OfferedTender[];
  /** Where there is something to give back. */
  refunds?: readonly OfferedRefund[] | undefined;
};

/** A tender of the shop as a ticket needs it. */
export type TenderState = {
  id: number;
  kind: TakenTender['kind'];
  /** A debit card: it may bring cash back. */
  isDebit: boolean;
  processorId: number | null;
  scheme: string | null;
  /** Where an `other` tender is debited. */
  account: LedgerAccount | null;
  asks: AskedReferences;
};

export type SaleState = {
  today: string;
  catalogue: Catalogue;
  rules: PriceRules;
  cashStepMinor: number;
  currency: string;
  /** Null: at the desk, where no drawer takes anything. */
  drawerId: number | null;
  tenders: readonly TenderState[];
  /** How far the seller may move prices; null: as he likes. */
  allowance: Allowance | null;
  /** Credit notes that the ticket names. */
  credits: readonly { id: number; leftMinor: number; validUntil: string }[];
  /** Gift vouchers that the ticket names; validUntil null: without an end. */
  vouchers: readonly OwedVoucher[];
  /** Payments of unknown payers that the ticket names, as they wait. */
  unknownPayments: readonly { id: number; leftMinor: number }[];
  /** Orders that its lines, prepayments or tenders name. */
  orders: readonly Order[];
  /** Charge accounts that the ticket charges or pays on. */
  accounts: readonly TicketAccount[];
  discountRules: DiscountRules;
  /** Payments that it takes back. */
  payments: readonly StandingPayment[];
  /** Cheques that the bank returned, where the ticket pays one after all. */
  returnedCheques: readonly OwedCheque[];
  /** The shop's bank accounts, where the ticket names one. */
  bankAccountIds: readonly number[];
  /** What brought the money that is paid back of an order or of a credit on an account. */
  broughtBy: RefundState | null;
  /** Cheques of those that the ticket takes that were taken before, by number and drawer. */
  knownCheques: readonly { number: string; drawnBy: string; takenOn: string }[];
  /** Cash in the drawer, its float in it; null where the ticket gives none out. */
  drawerHoldsMinor: number | null;
  cardExtras: CardExtras;
  returnRules: ReturnRules;
  reasons: readonly ReturnReason[];
  /** The sale that goods come back of, where the ticket names one. */
  original: OriginalSale | null;
};

export type DecidedSale = {
  /** What is sold; null on a ticket that only takes back. */
  ticket: PricedTicket | null;
  returned: DecidedReturn | null;
  extras: DecidedExtra[];
  /** What the extras come to; net and tax are those of goods alone. */
  extraMinor: Minor;
  /** Parts of prepayments that pay for it, by the tender's place. */
  prepaymentsUsed: { tender: number; orderId: number; parts: PrepaymentParts }[];
  netMinor: Minor;
  taxMinor: Minor;
  /** To pay when positive, to give back when negative. */
  totalMinor: Minor;
  /** Returned value that pays for what is sold here. */
  usedMinor: Minor;
  tenders: TakenTender[];
  /** What it charges to accounts. */
  charges: DecidedCharge[];
  refunds: GivenRefund[];
  /** The last day of a credit note that this ticket issues. */
  creditValidUntil: string | null;
  lines: JournalLine[];
  broken: BrokenRule[];
};

/**
 * Decides a ticket, a sale or a return or both (an exchange): prices and taxes what is sold,
 * takes back by stored parts, pays or gives back the one difference, and posts it. What is decided here is
 * stored as it is; later steps never compute it again.
 * Refusals: those of `priceTicket`, `decideReturn`, `payTicket` and `giveRefund`,
 * `tender.unknown`, `tender.notDue`, `tender.noDrawer`, `bankAccount.unknown`, `refund.notDue`, `credit.unknown`, `credit.expired`,
 * `credit.over`, those of `decideExtras` and `checkOrderLines`, `prepayment.alone`,
 * `voucher.unknown`, `voucher.expired`, `voucher.over`, `account.alone`,
 * `account.notByAccount`, those of `decideCharges`.
 */
export function decideSale(sale: SaleTicket, state: SaleState): Outcome<DecidedSale> {
  const rung = ringUp(sale, state);
  if (!rung.ok) return rung;
  const { sold, returned, extras } = rung.value;
  const netMinor = minus(sold?.netMinor ?? 0, returned?.netMinor ?? 0);
  const taxMinor = minus(sold?.taxMinor ?? 0, returned?.taxMinor ?? 0);
  const extraMinor = extrasTotal(extras);
  const totalMinor = sum([netMinor, taxMinor, extraMinor]);
  const along = alongWith(sold, returned, state.original, extraMinor);

  const paid = payOrGiveBack(sale, state, totalMinor, along);
  if (!paid.ok) return paid;
  const { tenders, refunds } = paid.value;
  const used = spendPrepayments(tenders, state.orders);
  if (!used.ok) return used;
  const unpaid = checkPaidByCard(
    extras,
    byCard(tenders, state, false),
    byCard(tenders, state, true),
  );
  if (unpaid) return unpaid;
  const ofTicket = { amountMinor: totalMinor, taxes: taxesOfTicket(sold, returned) };
  const charged = decideCharges(tenders, ofTicket, state.accounts, {
    today: state.today,
    rules: state.discountRules,
  });
  if (!charged.ok) return charged;

  const prepaymentsUsed = used.value;
  const decided = { sold, returned, extras, prepaymentsUsed, tenders, refunds };
  const issuesCredit = refunds.some(({ kind }) => roomOf(kind).giveBack?.issuesCredit);
  return accept({
    ticket: sold,
    returned,
    extras,
    extraMinor,
    prepaymentsUsed,
    netMinor,
    taxMinor,
    totalMinor,
    usedMinor: along.usedMinor,
    tenders,
    charges: charged.value.charges,
    refunds,
    creditValidUntil: issuesCredit ? addDays(state.today, state.returnRules.creditDays) : null,
    lines: postTicket(decided, state),
    broken: [
      ...brokenPriceRules(notAsAgreed(sale, sold, state), state.allowance),
      ...charged.value.broken,
      ...paidOutBroken(extras),
      ...returnRulesBroken(sale, returned, state),
      ...drawerBroken(tenders, refunds, extras, state),
      ...tendersBroken(tenders, state),
    ],
  });
}

type RungUp = {
  sold: PricedTicket | null;
  returned: DecidedReturn | null;
  extras: DecidedExtra[];
};

/** What stands on a ticket, priced and checked by itself, before anything is paid. */
function ringUp(sale: SaleTicket, state: SaleState): Outcome<RungUp> {
  const wanted = sale.extras ?? [];
  const nothingSold =
    sale.lines.length === 0 && (sale.returned !== undefined || wanted.length > 0);
  const priced = nothingSold
    ? accept(null)
    : priceTicket(sale.lines, state.catalogue, state.rules, sale.discount);
  if (!priced.ok) return priced;
  const wrong = checkOrderLines(sale.lines, priced.value?.lines ?? [], state.orders);
  if (wrong) return wrong;
  const earnsDiscount = sale.tenders.every(({ kind }) => takeOf(kind).earnsDiscount);
  const extras = decideExtras(wanted, { ...state, earnsDiscount });
  if (!extras.ok) return extras;
  const hasGoods = sale.lines.length > 0 || sale.returned !== undefined;
  const apart = checkTogether(wanted, hasGoods, sale.tenders);
  if (apart) return apart;
  const returned = sale.returned ? decideReturn(sale.returned, state) : accept(null);
  if (!returned.ok) return returned;
  const refusal = checkTenders(sale, state) ?? checkDrawer(sale.tenders, state.drawerId);
  if (refusal) return refusal;
  return accept({ sold: priced.value, returned: returned.value, extras: extras.value });
}

/** What cards pay of a ticket, or of them debit cards alone. */
const byCard = (tenders: readonly TakenTender[], state: SaleState, debit: boolean): Minor =>
  sum(
    tenders.map(({ kind, tenderId, amountMinor }) =>
      takeOf(kind).bearsExtras &&
      (!debit || state.tenders.find(({ id }) => id === tenderId)!.isDebit)
        ? amountMinor
        : 0,
    ),
  );

/** The lines whose prices no order has agreed to. */
const notAsAgreed = (sale: SaleTicket, sold: PricedTicket | null, state: SaleState) =>
  (sold?.lines ?? []).filter(
    (line, i) => !isAsAgreed(sale.lines[i]!, line, state.orders, state.rules.pricesIncludeTax),
  );

/** The tax of a ticket by authority: sold less taken back, the fee's own kept. */
function taxesOfTicket(sold: PricedTicket | null, back: DecidedReturn | null) {
  const turned = (parts: readonly { authorityId: number; taxMinor: number }[]) =>
    parts.map((part) => ({ ...part, taxMinor: negate(part.taxMinor) }));
  return taxByAuthority([
    ...(sold?.lines ?? []),
    ...(back?.lines ?? []).map(({ parts }) => ({ parts: turned(parts) })),
    ...(back ? [{ parts: back.fee.parts }, { parts: back.discountBack.parts }] : []),
  ]);
}

function payOrGiveBack(
  sale: SaleTicket,
  state: SaleState,
  totalMinor: Minor,
  along: AlongWith,
): Outcome<{ tenders: TakenTender[]; refunds: GivenRefund[] }> {
  const offered = sale.refunds ?? [];
  if (totalMinor >= 0) {
    if (offered.length) return refuse('refund.notDue', 'refunds');
    const paid = payTicket(
      totalMinor,
      sale.tenders,
      state.cashStepMinor,
      (tenderId) => state.tenders.find(({ id }) => id === tenderId)!.asks,
    );
    return paid.ok ? accept({ tenders: paid.value, refunds: [] }) : paid;
  }
  if (sale.tenders.length) return refuse('tender.notDue', 'tenders');
  const refunds: RefundState | null = state.original?.refunds ?? state.broughtBy;
  const given = giveRefund(-totalMinor, along, offered, refunds, state.cashStepMinor);
  return given.ok ? accept({ tenders: [], refunds: given.value }) : given;
}

/**
 * What else a ticket does with what came back: the part that pays for goods sold on it, and the
 * value of the sale's goods that may come back after it.
 */
export function alongWith(
  sold: PricedTicket | null,
  back: DecidedReturn | null,
  original: OriginalSale | null,
  extraMinor = 0,
): AlongWith & { usedMinor: Minor } {
  const soldMinor = sum([sold?.totalMinor ?? 0, Math.max(0, extraMinor)]);
  const usedMinor = sum([Math.min(soldMinor, back?.totalMinor ?? 0)]);
  if (!original || !back) return { usedMinor, laterMinor: 0 };
  const before = valueOf(original.lines.map(({ returned }) => returned));
  const laterMinor = minus(valueOf(original.lines), sum([before, valueOf(back.lines)]));
  return { usedMinor, laterMinor };
}
