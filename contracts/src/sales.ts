import type { OfferedTender } from '@abacist/core/tenders';
import type { TicketLine } from '@abacist/core/sales';
import Joi from 'joi';
import { amountMinor, id, safeText } from './common';

export type SaleCommand = { drawerId: number; lines: TicketLine[]; tenders: OfferedTender[] };

const line = Joi.object({
  departmentId: id,
  amountMinor: amountMinor(1),
  itemId: id,
  quantity: Joi.string().pattern(/^\d{1,6}(\.\d{1,3})?$/),
})
  .xor('departmentId', 'itemId')
  .and('departmentId', 'amountMinor')
  .and('itemId', 'quantity');

const tender = Joi.alternatives().conditional('.kind', {
  is: 'cash',
  then: Joi.object({
    kind: Joi.string().valid('cash').required(),
    tenderId: id.required(),
    tenderedMinor: amountMinor(0).required(),
  }),
  otherwise: Joi.object({
    kind: Joi.string().valid('card').required(),
    tenderId: id.required(),
    amountMinor: amountMinor(1).required(),
    lastFour: Joi.string()
      .pattern(/^\d{4}$/)
      .required(),
    reference: safeText(40).min(1).required(),
  }),
});

export const saleSchema = Joi.object<SaleCommand>({
  drawerId: id.required(),
  lines: Joi.array().items(line).min(1).max(500).required(),
  tenders: Joi.array().items(tender).max(20).required(),
});

/** What the counter needs to ring: a snapshot of the shop's settings for today. */
export type CounterSettings = {
  drawers: { id: number; code: string; name: string }[];
  departments: { id: number; code: string; name: string; taxCodeId: number }[];
  items: {
    id: number;
    code: string;
    name: string;
    departmentId: number;
    taxCodeId: number;
    priceMinor: number;
    unit: string;
  }[];
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
    kind: 'cash' | 'card';
    scheme: string | null;
    shortcut: string;
  }[];
};

export type SaleAnswer = {
  saleId: number;
  number: string;
  totalMinor: number;
  changeMinor: number;
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
};

export type SaleDetail = SaleSummary & {
  date: string;
  netMinor: number;
  taxMinor: number;
  entryId: number;
  voidNumber: string | null;
  voidReason: string | null;
  lines: {
    description: string;
    quantity: string;
    unit: string;
    unitPriceMinor: number;
    amountMinor: number;
    netMinor: number;
    taxMinor: number;
  }[];
  taxes: { authority: string; taxMinor: number }[];
  payments: {
    name: string;
    kind: 'cash' | 'card';
    amountMinor: number;
    tenderedMinor: number;
    changeMinor: number;
    roundingMinor: number;
    lastFour: string | null;
    reference: string | null;
  }[];
};
