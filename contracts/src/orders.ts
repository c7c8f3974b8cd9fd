import type { OrderStatus } from '@abacist/core/orders';
import type { RefundState } from '@abacist/core/returns';
import type { SaleTicket } from '@abacist/core/sales';
import Joi from 'joi';
import { amountMinor, isoDate, safeText, safeContent } from './common';
import { ticketParts, type TicketParties } from './ticket';

/** A ticket kept as a quotation or an order. */
export type KeepTicket = TicketParties & {
  kind: 'quotation' | 'order';
  lines: SaleTicket['lines'];
  discount?: SaleTicket['discount'];
  /** A quotation's last day; as the shop's setting where it is not said. */
  validUntil?: string;
};
export const keepTicketSchema = Joi.object<KeepTicket>({
  ...ticketParts,
  kind: Joi.valid('quotation', 'order').required(),
  validUntil: isoDate,
});

/** Cancels an order; `keep`: what is left of its prepayments stays with the shop (approved). */
export type CancelOrder = { keep: boolean };
export const cancelOrderSchema = Joi.object<CancelOrder, true>({
  keep: Joi.boolean().required(),
});

export type OrderSummary = {
  id: number;
  kind: 'quotation' | 'order';
  number: string;
  date: string;
  validUntil: string | null;
  customerName: string | null;
  totalMinor: number;
  prepaidMinor: number;
  /** What is left of the prepayments. */
  prepaidLeftMinor: number;
  status: OrderStatus;
  description: string;
};
export type OrderFilter = { status?: OrderStatus; text?: string; before?: number };

export type OrderDetail = OrderSummary & {
  customerId: number | null;
  /** Where the customer’s mail goes; null where nobody is chosen. */
  customerEmail: string | null;
  exemptCertificate: string | null;
  soldBy: string;
  by: string;
  pricesIncludeTax: boolean;
  discountMinor: number;
  netMinor: number;
  taxMinor: number;
  quotation: { id: number; number: string } | null;
  /** The order that the quotation became. */
  order: { id: number; number: string } | null;
  lines: {
    position: number;
    itemId: number | null;
    departmentId: number;
    description: string;
    quantity: string;
    leftQuantity: string;
    unit: string;
    unitPriceMinor: number;
    amountMinor: number;
    discountMinor: number;
  }[];
  taxes: { authority: string; taxMinor: number }[];
  /** What brought its prepayments: where they may go back to. */
  paidBy: RefundState;
  /** Tickets that took prepayments for it, sold of it or paid back. */
  tickets: { saleId: number; number: string; date: string; totalMinor: number }[];
};

/** A ticket put aside: opaque to the server but for its size, checked when it is paid. */
export type ParkTicket = { label: string; ticket: object; totalMinor: number };
export const parkTicketSchema = Joi.object<ParkTicket>({
  label: safeText(80).min(1).required(),
  ticket: safeContent.required(),
  totalMinor: amountMinor().required(),
});
export type Parked = {
  id: number;
  label: string;
  totalMinor: number;
  by: string;
  parkedAt: string;
};

/** A gift voucher by its code. */
export type VoucherFound = {
  id: number;
  code: string;
  amountMinor: number;
  leftMinor: number;
  validUntil: string | null;
};
export const voucherCode = Joi.string()
  .replace(/[\s-]/g, '')
  .pattern(/^\d{12}$/)
  .required();
