import type { ReturnRules } from '@abacist/core/returns';
import type {
  Allowance,
  CardExtras,
  Condition,
  ExtraKind,
  OriginalSale,
} from '@abacist/core/sales';
import type { AskedReferences, Cheque, OwnCheque, TenderKind } from '@abacist/core/tenders';
import Joi from 'joi';
import { id, isoDate, safeText } from './common';
import type { CounterItem } from './items';

/** What the counter needs to ring: a snapshot of the shop's settings for today. */
export type CounterSettings = {
  drawers: { id: number; code: string; name: string }[];
  departments: { id: number; code: string; name: string; taxCodeId: number }[];
  /** Items that a drawer sells most often, offered before anything is typed. */
  items: CounterItem[];
  /** Their order by drawer. */
  offers: { drawerId: number; itemIds: number[] }[];
  taxCodes: {
    id: number;
    name: string;
    parts: { authorityId: number; ratePercent: string; onTopOf: number[] }[];
  }[];
  authorities: { id: number; code: string; name: string }[];
  tenders: {
    id: number;
    code: string;
    name: string;
    kind: TenderKind;
    isDebit: boolean;
    scheme: string | null;
    shortcut: string;
    icon: string;
    asks: AskedReferences;
  }[];
  salespeople: { id: number; name: string; salesCode: string | null }[];
  /** What a cheque of ours may be drawn on, and where a transfer comes to. */
  bankAccounts: { id: number; name: string }[];
  reasons: { code: string; name: string; restocking: boolean }[];
  /** How far the person may move prices without asking, percent; null: as he likes. */
  allowance: Allowance | null;
  returnRules: ReturnRules;
  cardExtras: CardExtras;
};

export type SaleAnswer = {
  saleId: number;
  number: string;
  totalMinor: number;
  changeMinor: number;
  /** The credit note that this ticket issued. */
  credit: { number: string; amountMinor: number; validUntil: string } | null;
  /** Gift vouchers that it sold. */
  vouchers: { code: string; amountMinor: number; validUntil: string | null }[];
};

/** The tender of a receipt is put right: which of its tenders, and what it should have been. */
export type CorrectTender = {
  saleTenderId: number;
  to: { tenderId: number; lastFour: string; reference: string };
};
export const correctTenderSchema = Joi.object<CorrectTender, true>({
  saleTenderId: id.required(),
  to: Joi.object({
    tenderId: id.required(),
    lastFour: safeText(4).allow('').required(),
    reference: safeText(40).allow('').required(),
  }).required(),
});

export type SaleSummary = {
  id: number;
  number: string;
  soldAt: string;
  totalMinor: number;
  by: string;
  drawer: string;
  tenders: string;
  status: 'posted' | 'void';
  /** Whether goods came back on this ticket. */
  takesBack: boolean;
};

export type SaleDetail = SaleSummary & {
  date: string;
  netMinor: number;
  taxMinor: number;
  /** Null: it moved nothing. */
  entryId: number | null;
  customerId: number | null;
  customerName: string | null;
  /** Where the customer’s mail goes; null where nobody is chosen. */
  customerEmail: string | null;
  /** The certificate under which no tax was charged. */
  exemptCertificate: string | null;
  soldBy: string;
  pricesIncludeTax: boolean;
  voidNumber: string | null;
  voidReason: string | null;
  discountMinor: number;
  lines: {
    position: number;
    /** Of its item; empty for an amount of a department. */
    code: string;
    /** The rates of its taxes on that day, exact decimals, an authority each. */
    taxPercents: string[];
    description: string;
    quantity: string;
    unit: string;
    unitPriceMinor: number;
    amountMinor: number;
    discountMinor: number;
    netMinor: number;
    taxMinor: number;
    /** What already came back of it, and what may still come back. */
    returnedQuantity: string;
    leftQuantity: string;
  }[];
  /** `percent`: the rate on that day; null where it came back with a sale of another day. */
  taxes: { authority: string; percent: string | null; taxMinor: number }[];
  /** The orders that its lines were ordered with. */
  orderNumbers: string[];
  payments: {
    id: number;
    tenderId: number;
    name: string;
    kind: TenderKind;
    amountMinor: number;
    tenderedMinor: number;
    changeMinor: number;
    roundingMinor: number;
    lastFour: string | null;
    reference: string | null;
    /** The day's bead in which its money is; null where no money came. */
    bead: string | null;
    /** It can be put right: nothing rests on it, and it was not corrected yet. */
    mayCorrect: boolean;
    cheque: Cheque | null;
    /** Where that cheque is: once at the bank it may come back. */
    chequeState: {
      id: number;
      atBank: boolean;
      /** It was not there when its drawer was counted. */
      missing: boolean;
      /** When the bank returned it, and what of it nobody paid yet that is on no account. */
      returned: {
        id: number;
        date: string;
        owedMinor: number;
        /** What nobody owes any more, but may pay after all. */
        writtenOffMinor: number;
      } | null;
    } | null;
    ownCheque: Pick<OwnCheque, 'number' | 'payee'> | null;
    /** The account that it charged, who bought, and what of that is still open. */
    charge: {
      chargeAccountId: number;
      name: string;
      buyer: string;
      /** Not for a credit. */
      dueDate: string | null;
      /** The last day of an early-payment discount, and what it is. */
      discountDate: string | null;
      discountMinor: number;
      leftMinor: number;
      /** The buyer’s signature, a PNG in base64. */
      signature: string | null;
    } | null;
  }[];
  /** What stands on it and is no goods; below zero where the customer got it. */
  extras: {
    kind: ExtraKind;
    amountMinor: number;
    orderId: number | null;
    orderNumber: string | null;
    voucherCode: string | null;
    chargeAccountId: number | null;
    accountName: string | null;
    /** Of a payment on account: what it paid as that stands now, and the balance right after it. */
    paid: {
      invoices: { number: string; amountMinor: number; discountMinor: number }[];
      balanceAfterMinor: number;
    } | null;
    /** A payment that can be taken back: nothing of it is gone. */
    mayTakeBack: boolean;
    /** The returned cheque that was paid after all. */
    chequeNumber: string | null;
    validUntil: string | null;
  }[];
  returned: {
    ofSaleId: number | null;
    ofNumber: string | null;
    reason: string;
    condition: Condition;
    priceSource: string | null;
    feeMinor: number;
    feeTaxMinor: number;
    /** The early-payment discount that went with the goods, its tax in it. */
    discountBackMinor: number;
    netMinor: number;
    taxMinor: number;
    usedMinor: number;
    lines: { description: string; quantity: string; netMinor: number; taxMinor: number }[];
  } | null;
  /** The credit note that this ticket issued. */
  credit: CreditNote | null;
  /** The receipt whose tender this one corrects; and those that correct a tender of this one. */
  corrects: { saleId: number; number: string } | null;
  corrections: { saleId: number; number: string; tenders: string; amountMinor: number }[];
  /** Tickets on which goods of this sale came back. */
  returns: { saleId: number; number: string; date: string; totalMinor: number }[];
};

export type CreditNote = {
  id: number;
  number: string;
  issuedOn: string;
  validUntil: string;
  amountMinor: number;
  leftMinor: number;
  saleId: number;
  saleNumber: string;
  expired: boolean;
};

/** A gift voucher as a list shows it: its code but for its end is a secret. */
export type VoucherView = Omit<CreditNote, 'validUntil'> & { validUntil: string | null };

/** A sale as it is found by someone who has goods to bring back. */
export type SaleFound = SaleSummary & { date: string; description: string };

/** A credit note's new last day. */
export type ExtendCredit = { validUntil: string };
export const extendCreditSchema = Joi.object<ExtendCredit, true>({
  validUntil: isoDate.required(),
});

/** What a sale can still give back, as core computes with it. */
export type Returnable = OriginalSale & { number: string; ageDays: number };
