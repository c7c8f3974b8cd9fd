import type { CodePart, DatedRate } from '@abacist/core/tax';
import Joi from 'joi';
import { id, isoDate, safeText } from './common';

/** Who is owed tax: its rates by date, whom to pay, its account in the accountant's chart. */
export type TaxAuthority = {
  id: number;
  code: string;
  name: string;
  payee: string;
  accountNumber: string;
  rates: DatedRate[];
};
type TaxCodeSetUp = { id: number; code: string; name: string; parts: CodePart[] };
export type TaxSetUp = { authorities: TaxAuthority[]; codes: TaxCodeSetUp[] };

const name = {
  code: safeText(20).pattern(/^\S+$/).required(),
  name: safeText(80).min(1).required(),
};
const rate = {
  from: isoDate.required(),
  ratePercent: Joi.string().trim().max(12).required(),
};

export type NewRate = DatedRate;
export const newRateSchema = Joi.object<NewRate>(rate);

/** An authority as it is saved; a new one brings its first rate. */
export type SaveAuthority = Omit<TaxAuthority, 'id' | 'rates'> & { rate?: DatedRate };
export const saveAuthoritySchema = Joi.object<SaveAuthority>({
  ...name,
  payee: safeText(120).min(1).required(),
  accountNumber: safeText(10).allow('').required(),
  rate: Joi.object(rate),
});

export type SaveTaxCode = Omit<TaxCodeSetUp, 'id'>;
export const saveTaxCodeSchema = Joi.object<SaveTaxCode>({
  ...name,
  parts: Joi.array()
    .items(Joi.object({ authorityId: id.required(), compound: Joi.boolean().required() }))
    .max(10)
    .required(),
});
