import type { ReturnRules } from '@abacist/core/returns';
import {
  CONDITIONS,
  type Allowance,
  type CardExtras,
  type Condition,
  type ExtraLine,
  type OriginalSale,
  type SaleTicket,
} from '@abacist/core/sales';
import type { AskedReferences, Cheque, OwnCheque, TenderKind } from '@abacist/core/tenders';
import Joi from 'joi';
import { allocationsSchema } from './accounts';
import { amountMinor, id, isoDate, safeText } from './common';
import type { CounterItem } from './items';

/** A ticket as the counter sends it: sold, returned or both, and how it is settled. */
export type SaleCommand = SaleTicket & TicketParties & { drawerId: number };

/** Who buys and who sells, and how prices are written. */
export type TicketParties = {
  /** One of the list, or a name typed once; a walk-in without a name has none. */
  customer?: { id: number } | { name: string };
  /** Whether its prices hold their tax; as its customer's papers write them if not said. */
  pricesIncludeTax?: boolean;
  /** Who sold it; the sender if not said. */
  salespersonId?: number;
};

const quantity = Joi.string().pattern(/^\d{1,6}(\.\d{1,3})?$/);
const discount = Joi.object({
  amountMinor: amountMinor(1),
  percent: Joi.string().pattern(/^\d{1,3}(\.\d{1,3})?$/),
}).xor('amountMinor', 'percent');

const line = Joi.object({
  departmentId: id,
  amountMinor: amountMinor(1),
  itemId: id,
  quantity,
  unitPriceMinor: amountMinor(0),
  discount,
  order: Joi.object({ orderId: id.required(), position: id.required() }),
})
  .xor('departmentId', 'itemId')
  .and('departmentId', 'amountMinor')
  .and('itemId', 'quantity')
  .without('departmentId', 'unitPriceMinor');

const money = { tenderId: id.required(), amountMinor: amountMinor(1).required() };
const kind = (name: string) => Joi.string().valid(name).required();
const byKind = (schemas: Record<string, Joi.ObjectSchema>) =>
  Joi.alternatives().conditional('.kind', {
    switch: Object.entries(schemas).map(([is, then]) => ({ is, then })),
    otherwise: Joi.object({ kind: Joi.valid(...Object.keys(schemas)).required() }).unknown(),
  });

const tender = byKind({
  cash: Joi.object({
    kind: kind('cash'),
    tenderId: id.required(),
    tenderedMinor: amountMinor(0).required(),
  }),
  card: Joi.object({
    ...money,
    kind: kind('card'),
    lastFour: Joi.string()
      .pattern(/^\d{4}$/)
      .allow('')
      .required(),
    reference: safeText(40).allow('').required(),
  }),
  storeCredit: Joi.object({
    ...money,
    kind: kind('storeCredit'),
    creditNoteId: id.required(),
  }),
  voucher: Joi.object({ ...money, kind: kind('voucher'), voucherId: id.required() }),
  prepayment: Joi.object({ ...money, kind: kind('prepayment'), orderId: id.required() }),
  onAccount: Joi.object({
    ...money,
    kind: kind('onAccount'),
    accountId: id.required(),
    buyer: safeText(80).allow('').required(),
    reference: safeText(40).allow('').required(),
    signature: Joi.string().base64().max(120_000),
  }),
  cheque: Joi.object({
    ...money,
    kind: kind('cheque'),
    cheque: Joi.object({
      number: safeText(20).min(1).required(),
      drawnBy: safeText(120).min(1).required(),
      dated: isoDate.required(),
    }).required(),
  }),
  transfer: Joi.object({
    ...money,
    kind: kind('transfer'),
    bankAccountId: id.required(),
    reference: safeText(40).allow('').required(),
    lineId: id,
  }),
  other: Joi.object({
    ...money,
    kind: kind('other'),
    reference: safeText(40).allow('').required(),
  }),
});

/** Goes back to the very tender that paid. */
const toTender = (name: string) =>
  Joi.object({ ...money, kind: kind(name), saleTenderId: id.required() });

const refund = byKind({
  cash: Joi.object({ ...money, kind: kind('cash') }),
  card: toTender('card').append({ reference: safeText(40).min(1).required() }),
  storeCredit: Joi.object({ ...money, kind: kind('storeCredit') }),
  onAccount: toTender('onAccount'),
  cheque: toTender('cheque'),
  other: toTender('other'),
  transfer: toTender('transfer').append({
    bankAccountId: id.required(),
    reference: safeText(40).allow('').required(),
  }),
  ownCheque: Joi.object({
    ...money,
    kind: kind('ownCheque'),
    cheque: Joi.object({
      bankAccountId: id.required(),
      number: safeText(12).min(1).required(),
      payee: safeText(120).min(1).required(),
    }).required(),
  }),
});

const returned = Joi.object({
  reason: Joi.string().max(20).required(),
  condition: Joi.valid(...CONDITIONS).required(),
  feeWaived: Joi.boolean(),
  saleId: id,
  lines: Joi.array()
    .items(Joi.object({ position: id.required(), quantity: quantity.required() }))
    .min(1)
    .max(500),
  priceSource: safeText(120).min(1),
  goods: Joi.array().items(line).min(1).max(500),
})
  .xor('saleId', 'priceSource')
  .and('saleId', 'lines')
  .and('priceSource', 'goods');

const parties = {
  customer: Joi.object({ id, name: safeText(120).min(1) }).xor('id', 'name'),
  pricesIncludeTax: Joi.boolean(),
  salespersonId: id,
};
/** What a quotation or an order keeps of a ticket. */
export const ticketParts = {
  ...parties,
  lines: Joi.array().items(line).min(1).max(500).required(),
  discount,
};

const ofOrder = (name: string) =>
  Joi.object({
    kind: kind(name),
    orderId: id.required(),
    amountMinor: amountMinor(1).required(),
  });
const extra = byKind({
  voucher: Joi.object({ kind: kind('voucher'), amountMinor: amountMinor(1).required() }),
  voucherBack: Joi.object({
    kind: kind('voucherBack'),
    voucherId: id.required(),
    amountMinor: amountMinor(1).required(),
  }),
  prepayment: ofOrder('prepayment'),
  prepaymentBack: ofOrder('prepaymentBack'),
  tip: Joi.object({ kind: kind('tip'), amountMinor: amountMinor(1).required() }),
  cashBack: Joi.object({ kind: kind('cashBack'), amountMinor: amountMinor(1).required() }),
  accountPayment: Joi.object({
    kind: kind('accountPayment'),
    accountId: id.required(),
    amountMinor: amountMinor(1).required(),
    allocations: allocationsSchema.required(),
    credits: Joi.array().items(id).max(100).unique(),
    keepCredit: Joi.boolean().required(),
    reason: safeText(200).allow('').required(),
  }),
  creditOut: Joi.object({
    kind: kind('creditOut'),
    accountId: id.required(),
    creditItemId: id.required(),
    amountMinor: amountMinor(1).required(),
  }),
  chequePaid: Joi.object({
    kind: kind('chequePaid'),
    returnedChequeId: id.required(),
    amountMinor: amountMinor(1).required(),
  }),
});

export const saleSchema = Joi.object<SaleCommand>({
  ...parties,
  drawerId: id.required(),
  lines: Joi.array().items(line).max(500).required(),
  discount,
  extras: Joi.array().items(extra).max(20),
  returned,
  tenders: Joi.array().items(tender).max(20).required(),
  refunds: Joi.array().items(refund).max(20),
});

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
  entryId: number;
  customerId: number | null;
  customerName: string | null;
  /** The certificate under which no tax was charged. */
  exemptCertificate: string | null;
  soldBy: string;
  pricesIncludeTax: boolean;
  voidNumber: string | null;
  voidReason: string | null;
  discountMinor: number;
  lines: {
    position: number;
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
  taxes: { authority: string; taxMinor: number }[];
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
      accountId: number;
      name: string;
      buyer: string;
      /** Not for a credit. */
      dueDate: string | null;
      leftMinor: number;
      /** The buyer’s signature, a PNG in base64. */
      signature: string | null;
    } | null;
  }[];
  /** What stands on it and is no goods; below zero where the customer got it. */
  extras: {
    kind: ExtraLine['kind'];
    amountMinor: number;
    orderId: number | null;
    orderNumber: string | null;
    voucherCode: string | null;
    accountId: number | null;
    accountName: string | null;
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
