import type { OfferedTender } from '@abacist/core/tenders';
import Joi from 'joi';
import { amountMinor, id, isoDate, safeText } from './common';
import { tender } from './tenderSchemas';

/** A payment that came by post or to the bank: for whom, and how. */
export type DeskPayment = {
  /** Null: nobody knows yet whose it is. */
  chargeAccountId: number | null;
  /** What stands on it of its payer, where nobody knows him. */
  name?: string;
  tender: OfferedTender;
  /** Its charges are settled by a person later; else as they would be proposed. */
  later: boolean;
};
/** Payments received at the desk, where no drawer takes them: what they come to in all is said first. */
export type DeskPaymentsCommand = {
  date: string;
  totalMinor: number;
  payments: DeskPayment[];
  /** Their cheques go to the bank at once; null: they wait in the safe. */
  slip: { bankAccountId: number; bankReference: string } | null;
};
export const deskPaymentsSchema = Joi.object<DeskPaymentsCommand>({
  date: isoDate.required(),
  totalMinor: amountMinor(1).required(),
  payments: Joi.array()
    .items(
      Joi.object<DeskPayment>({
        chargeAccountId: id.allow(null).required(),
        name: safeText(80),
        tender: tender.required(),
        later: Joi.boolean().required(),
      }),
    )
    .min(1)
    .max(100)
    .required(),
  slip: Joi.object({
    bankAccountId: id.required(),
    bankReference: safeText(40).allow('').required(),
  })
    .allow(null)
    .required(),
});
export type DeskPaymentsAnswer = {
  receipts: { saleId: number; number: string }[];
  /** The number of the slip. */
  slip: string | null;
};

/** A payment whose payer nobody knows yet. */
export type UnknownPayment = {
  id: number;
  saleId: number;
  number: string;
  date: string;
  name: string;
  amountMinor: number;
};
/** Says whose it is: it goes on his account. */
export type KnownPayer = { chargeAccountId: number };
export const knownPayerSchema = Joi.object<KnownPayer, true>({
  chargeAccountId: id.required(),
});
