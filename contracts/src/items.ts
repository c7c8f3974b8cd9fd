import type { Refusal } from '@abacist/core/outcome';
import {
  ITEM_LENGTHS,
  MAX_DECIMALS,
  MOST_BARCODES,
  type ItemInput,
} from '@abacist/core/items';
import Joi from 'joi';
import { amountMinor, id, safeText, uploadedFile, type UploadedFile } from './common';

/** An item as the counter sells it. */
export type CounterItem = Omit<ItemInput, 'barcodes' | 'active'> & { id: number };

/** What a text finds: `exact` when it is the code or a barcode of the first one. */
export type ItemsFound = { exact: boolean; items: CounterItem[] };

/** An item with all that is kept of it. */
export type ItemDetail = CounterItem & {
  barcodes: string[];
  active: boolean;
  version: number;
};

/** An item as it is saved; `version` is that which the person saw, none for a new item. */
export type SaveItem = ItemInput & { version?: number };
export const saveItemSchema = Joi.object<SaveItem>({
  code: safeText(ITEM_LENGTHS.code).min(1).required(),
  name: safeText(ITEM_LENGTHS.name).min(1).required(),
  departmentId: id.required(),
  taxCodeId: id.required(),
  priceMinor: amountMinor(0).required(),
  priceIncludesTax: Joi.boolean().required(),
  unit: safeText(ITEM_LENGTHS.unit).allow('').required(),
  decimals: Joi.number().integer().min(0).max(MAX_DECIMALS).required(),
  // A barcode may look like a card number; it is what the shop's goods carry.
  barcodes: Joi.array()
    .items(Joi.string().max(ITEM_LENGTHS.barcode))
    .max(MOST_BARCODES)
    .required(),
  active: Joi.boolean().required(),
  version: Joi.number().integer().min(1),
});

export type ItemFilter = {
  text?: string;
  departmentId?: number;
  sold: boolean;
  offset: number;
};
export const itemFilterSchema = Joi.object<ItemFilter>({
  text: safeText(80).allow('').optional(),
  departmentId: id.optional(),
  sold: Joi.boolean().default(true),
  offset: Joi.number().integer().min(0).max(10_000_000).default(0),
});
export type ItemPage = { items: ItemDetail[]; more: boolean };

/** A price list; bad rows are left out only when the person says so. */
export type PriceListFile = UploadedFile;
export const priceListSchema = Joi.object<PriceListFile>(uploadedFile);
export type PriceListImport = UploadedFile & { goodRowsOnly: boolean };
export const priceListImportSchema = Joi.object<PriceListImport>({
  ...uploadedFile,
  goodRowsOnly: Joi.boolean().required(),
});

/** What a price list would do: bad rows first, then those that change something. */
export type PriceListCheck = {
  added: number;
  changed: number;
  same: number;
  bad: number;
  rows: {
    row: number;
    code: string;
    name: string;
    status: 'new' | 'changed' | 'bad';
    priceMinor: number | null;
    beforeMinor: number | null;
    wrong: Refusal[];
  }[];
};
export type PriceListAnswer = Pick<PriceListCheck, 'added' | 'changed' | 'same' | 'bad'>;
/** A file that the server wrote. */
export type WrittenFile = { name: string; text: string };
