import {
  CUSTOMER_KINDS,
  PRICE_KINDS,
  type CustomerInput,
  type TicketCustomer,
} from '@abacist/core/customers';
import Joi from 'joi';
import { id, isoDate, safeText } from './common';

/** A customer as the counter finds him. */
export type CustomerFound = TicketCustomer & {
  id: number;
  number: string;
  name: string;
  phone: string;
  /** What his account buys unless the person says otherwise: a typed amount goes there. */
  departmentId: number | null;
};
export type CustomerDetail = CustomerInput & {
  id: number;
  version: number;
  departmentId: number | null;
};

/** A customer as he is saved; `version` is that which the person saw, none for a new one. */
export type SaveCustomer = CustomerInput & { version?: number };
export const saveCustomerSchema = Joi.object<SaveCustomer>({
  number: safeText(20).allow('').required(),
  name: safeText(120).min(1).required(),
  kind: Joi.valid(...CUSTOMER_KINDS).required(),
  phone: safeText(40).allow('').required(),
  email: safeText(120).allow('').required(),
  address: safeText(300).allow('').required(),
  priceKind: Joi.valid(...PRICE_KINDS).required(),
  taxCodeId: id.allow(null).required(),
  exemption: Joi.object({
    certificate: safeText(40).min(1).required(),
    until: isoDate.required(),
  })
    .allow(null)
    .required(),
  active: Joi.boolean().required(),
  version: Joi.number().integer().min(1),
});
