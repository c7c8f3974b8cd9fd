import { CONDITIONS, type SaleTicket } from '@abacist/core/sales';
import Joi from 'joi';
import { allocationsSchema } from './accounts';
import { amountMinor, id, isoDate, safeText } from './common';

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
  paymentBack: Joi.object({
    kind: kind('paymentBack'),
    accountId: id.required(),
    ofSaleId: id.required(),
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
