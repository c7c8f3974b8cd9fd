import { TENDER_KINDS, type TenderKind } from '@abacist/core/tenders';
import Joi from 'joi';
import { OTHER_ACCOUNTS, TENDER_ICONS, type OtherAccount } from './choices';
import { id, safeText } from './common';

/** A tender of the shop's own list, as it is set up. */
export type TenderSetUp = {
  id: number;
  code: string;
  name: string;
  kind: TenderKind;
  isDebit: boolean;
  processorId: number | null;
  scheme: string | null;
  account: OtherAccount | null;
  shortcut: string;
  icon: (typeof TENDER_ICONS)[number];
  asksLastFour: boolean;
  asksReference: boolean;
  opensDrawer: boolean;
  active: boolean;
};
export type TenderList = {
  tenders: TenderSetUp[];
  processors: { id: number; name: string }[];
};

/** What may change of a tender; what was taken by it is read through the rest. */
export type ChangeTender = Pick<
  TenderSetUp,
  'name' | 'shortcut' | 'icon' | 'asksLastFour' | 'asksReference' | 'opensDrawer' | 'active'
>;
const changeable = {
  name: safeText(80).min(1).required(),
  shortcut: Joi.string()
    .pattern(/^[a-z0-9]$/)
    .allow('')
    .required(),
  icon: Joi.valid(...TENDER_ICONS).required(),
  asksLastFour: Joi.boolean().required(),
  asksReference: Joi.boolean().required(),
  opensDrawer: Joi.boolean().required(),
  active: Joi.boolean().required(),
};
export const changeTenderSchema = Joi.object<ChangeTender>(changeable);

export type NewTender = Omit<TenderSetUp, 'id'>;
export const newTenderSchema = Joi.object<NewTender>({
  ...changeable,
  code: safeText(20).pattern(/^\S+$/).required(),
  kind: Joi.valid(...TENDER_KINDS).required(),
  isDebit: Joi.boolean().required(),
  processorId: id.allow(null).required(),
  scheme: safeText(40).min(1).allow(null).required(),
  account: Joi.valid(...OTHER_ACCOUNTS, null).required(),
});

/** The order in which the tenders stand at the counter, all of them. */
export type OrderTenders = { ids: number[] };
export const orderTendersSchema = Joi.object<OrderTenders>({
  ids: Joi.array().items(id).min(1).max(200).unique().required(),
});
