import { CONDITIONS, type ExtraKind, type SaleTicket } from '@abacist/core/sales';
import Joi from 'joi';
import { allocationsSchema } from './accounts';
import { amountMinor, byKind, id, safeText, type Fields } from './common';
import { refund, tender } from './tenderSchemas';

/** A ticket as the counter sends it: sold, returned or both, and how it is settled. The desk has no drawer. */
export type SaleCommand = SaleTicket &
  TicketParties & {
    drawerId: number | null;
    /** A session that is being counted and lacks it; else it is of the open one. */
    sessionId?: number;
  };

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

const amount = { amountMinor: amountMinor(1).required() };
const ofOrder = { ...amount, orderId: id.required() };
const ofAccount = { ...amount, chargeAccountId: id.required() };
/** What is no goods: one row a kind. */
const EXTRAS: Record<ExtraKind, Fields> = {
  voucher: amount,
  voucherBack: { ...amount, voucherId: id.required() },
  prepayment: ofOrder,
  prepaymentBack: ofOrder,
  tip: amount,
  cashBack: amount,
  accountPayment: {
    ...ofAccount,
    allocations: allocationsSchema.required(),
    credits: Joi.array().items(id).max(100).unique(),
    keepCredit: Joi.boolean().required(),
    reason: safeText(200).allow('').required(),
  },
  creditOut: { ...ofAccount, creditItemId: id.required() },
  paymentBack: { ...ofAccount, ofSaleId: id.required() },
  unknownPayment: { ...amount, name: safeText(80).required() },
  unknownPaid: { ...amount, unknownPaymentId: id.required() },
  chequePaid: { ...amount, returnedChequeId: id.required() },
};
const extra = byKind(EXTRAS);

export const saleSchema = Joi.object<SaleCommand>({
  ...parties,
  // Null: at the desk, where nothing is sold and cash that is given back leaves the safe.
  drawerId: id.allow(null).required(),
  sessionId: id,
  lines: Joi.when('drawerId', {
    is: null,
    then: Joi.array().max(0).required(),
    otherwise: Joi.array().items(line).max(500).required(),
  }),
  discount,
  extras: Joi.array().items(extra).max(20),
  returned,
  tenders: Joi.when('drawerId', {
    is: null,
    then: Joi.array().max(0).required(),
    otherwise: Joi.array().items(tender).max(20).required(),
  }),
  refunds: Joi.array().items(refund).max(20),
});
