import type { OfferedTender } from '@abacist/core/tenders';
import { MOST_COLUMNS, MOST_ROWS } from '@abacist/core/totalFigures';
import type { DayTotals } from '@abacist/core/totals';
import Joi from 'joi';
import { amountMinor, id, isoDate, reasonText, safeText } from './common';
import { drawerActFields, type DrawerActCommand } from './drawerActs';
import type { CounterSettings } from './sales';
import { tender } from './tenderSchemas';

/** A payment on a charge account as a till took it: a ticket of its own. */
export type TotalsPayment = { chargeAccountId: number; tender: OfferedTender };
/** A drawer's day as totals of a till, with what was paid on accounts that day. */
export type TotalsColumn = DayTotals & { payments: TotalsPayment[] };
/** Expenses and other money in, each on its day. */
export type TotalsAct = Omit<DrawerActCommand, 'sessionId'> & { date: string };
/** Days by their totals, several at once: all of it is posted, or nothing. */
export type TotalsCommand = { columns: TotalsColumn[]; acts: TotalsAct[] };

const total = amountMinor(0).required();
/** Each cheque and each charge of a busy day is one. */
const MOST_PIECES = 400;
const tenders = Joi.array().items(tender).max(MOST_PIECES).required();
const column = Joi.object<TotalsColumn>({
  date: isoDate.required(),
  drawerId: id.required(),
  withTax: Joi.boolean().required(),
  departments: Joi.array()
    .items(Joi.object({ departmentId: id.required(), soldMinor: total, returnedMinor: total }))
    .max(200)
    .required(),
  taxes: Joi.array()
    .items(Joi.object({ authorityId: id.required(), taxMinor: amountMinor().required() }))
    .max(20)
    .unique('authorityId')
    .required(),
  roundingMinor: amountMinor().required(),
  tenders,
  payments: Joi.array()
    .items(
      Joi.object<TotalsPayment>({
        chargeAccountId: id.required(),
        tender: tender.required(),
      }),
    )
    .max(MOST_PIECES)
    .required(),
});

export const totalsSchema = Joi.object<TotalsCommand>({
  columns: Joi.array()
    .items(column)
    .max(MOST_COLUMNS)
    .unique(
      (a: TotalsColumn, b: TotalsColumn) => a.date === b.date && a.drawerId === b.drawerId,
    )
    .required(),
  acts: Joi.array()
    .items(Joi.object({ ...drawerActFields, date: isoDate.required() }))
    .max(MOST_ROWS)
    .required(),
});
export type TotalsAnswer = { id: number; number: string; documents: number };

export const totalsUndoSchema = Joi.object<{ reason: string }, true>({
  reason: reasonText(200).required(),
});

/** What the grid asks for beside what the counter knows; rates are those of the day. */
export type TotalsChoices = {
  taxCodes: CounterSettings['taxCodes'];
  /** Charge accounts that are open, by name. */
  accounts: { id: number; name: string }[];
  /** Payees, and who brought money, the latest first. */
  parties: string[];
};
export const totalsChoicesSchema = Joi.object<{ date: string }, true>({
  date: isoDate.required(),
});

/** Totals that were posted, the newest first. */
export type TotalsHead = {
  id: number;
  number: string;
  from: string;
  to: string;
  totalMinor: number;
  by: string;
  madeAt: string;
  undoneBy: string | null;
};
export type TotalsDetail = TotalsHead & {
  typed: TotalsCommand;
  documents: {
    id: number;
    number: string;
    saleId: number | null;
    date: string;
    amountMinor: number;
  }[];
};

/** What the columns of a till's file are: its heads by line, and of each the key of its row in the grid. */
export type TotalsLayout = { layout: string; meanings: string[] };
export const totalsLayoutSchema = Joi.object<TotalsLayout>({
  layout: safeText(10_000).required(),
  meanings: Joi.array()
    .items(
      Joi.string()
        .pattern(/^(date|drawer|rounding|(sold|returned|tax|tender)\.\d{1,9})$/)
        .allow(''),
    )
    .max(60)
    .required(),
});
