import {
  STATEMENT_KINDS,
  type Age,
  type Aging,
  type ItemKind,
  type StatementKind,
  type Terms,
} from '@abacist/core/accounts';
import { CUSTOMER_KINDS, type CustomerKind } from '@abacist/core/customers';
import Joi from 'joi';
import {
  ACCOUNT_FILTERS,
  ACCOUNT_SORTS,
  AGING_SORTS,
  type AccountFilter,
  type AccountSort,
  type AgingSort,
} from './choices';
import type { CustomerDetail } from './customers';
import { amountMinor, emailAddress, id, isoDate, safeText, reasonText } from './common';

/** What the shop decides of one charge account. Limits null: none. */
export type AccountInput = {
  parentId: number | null;
  limitMinor: number | null;
  /** For an account with branches: of itself and all of them together. */
  groupLimitMinor: number | null;
  terms: Terms;
  /** Days past due that it is given; null: as the shop gives all. */
  graceDays: number | null;
  /** The day of the month on which its statement is made. */
  statementDay: number;
  /** Who may buy; anybody where it is not `buyersOnly`. */
  buyersOnly: boolean;
  buyers: string[];
  departmentId: number | null;
  /** Shown at the counter. */
  note: string;
  /** Why nothing is charged on it without an approval; null: it is not on hold. */
  holdReason: string | null;
};

/** Who holds an account: a customer of the list, or a new one with what the counter asks. */
type AccountHolder =
  | { id: number }
  | { name: string; kind: CustomerKind; phone: string; email: string; address: string };

export type OpenAccount = { holder: AccountHolder; account: AccountInput };
/** `version` is that which the person saw. */
export type ChangeAccount = { account: AccountInput; version: number };
export type CloseAccount = { version: number };

const days = Joi.number().integer().min(0).max(365).required();
const account = Joi.object<AccountInput>({
  parentId: id.allow(null).required(),
  limitMinor: amountMinor(0).allow(null).required(),
  groupLimitMinor: amountMinor(0).allow(null).required(),
  terms: Joi.object<Terms>({
    netDays: days,
    endOfMonth: Joi.boolean().required(),
    discountPercent: Joi.string()
      .pattern(/^\d{1,2}(\.\d{1,3})?$/)
      .required(),
    discountDays: days,
  }).required(),
  graceDays: Joi.number().integer().min(0).max(365).allow(null).required(),
  statementDay: Joi.number().integer().min(1).max(28).required(),
  buyersOnly: Joi.boolean().required(),
  buyers: Joi.array().items(safeText(80).min(1)).max(100).unique().required(),
  departmentId: id.allow(null).required(),
  note: safeText(300).allow('').required(),
  holdReason: safeText(200).min(1).allow(null).required(),
}).required();

export const openAccountSchema = Joi.object<OpenAccount>({
  holder: Joi.alternatives(
    Joi.object({ id: id.required() }),
    Joi.object({
      name: safeText(120).min(1).required(),
      kind: Joi.valid(...CUSTOMER_KINDS).required(),
      phone: safeText(40).allow('').required(),
      email: emailAddress.allow('').required(),
      address: safeText(300).allow('').required(),
    }),
  ).required(),
  account,
});
const version = Joi.number().integer().min(1).required();
export const changeAccountSchema = Joi.object<ChangeAccount>({ account, version });
export const closeAccountSchema = Joi.object<CloseAccount>({ version });

/** An account in a list: the figures that are compared. */
export type AccountSummary = {
  id: number;
  customerId: number;
  number: string;
  name: string;
  parentName: string | null;
  balanceMinor: number;
  /** Null: without a limit. */
  limitMinor: number | null;
  /** What it can still be charged, its group's limit counted in; null: without end. */
  availableMinor: number | null;
  /** Open past its due date, and since how many days the oldest of it. */
  overdueMinor: number;
  overdueDays: number;
  /** Credits that wait to be allocated, above zero. */
  creditMinor: number;
  holdReason: string | null;
  /** When the bank last returned a cheque of theirs, in the year before today; null: never. */
  returnedOn: string | null;
  closed: boolean;
};

export type AccountQuery = {
  text?: string;
  filter?: AccountFilter;
  /** By name where it is not said. */
  sort?: AccountSort;
  down?: boolean;
  after?: string;
};
export const accountQuerySchema = Joi.object<AccountQuery>({
  text: safeText(80).allow(''),
  filter: Joi.valid(...ACCOUNT_FILTERS),
  sort: Joi.valid(...ACCOUNT_SORTS),
  down: Joi.boolean(),
  after: Joi.string().max(200),
});
/** With the columns of a table: what is open by age today, and when a payment last came. */
export type AccountListed = AccountSummary & { aging: Aging; lastPaidOn: string | null };
export type AccountList = {
  accounts: AccountListed[];
  next: string | null;
  /** Of all that the filter finds, with the first page; null where a text is searched. */
  totals: { balanceMinor: number; count: number; aging: Aging } | null;
};

/** An item with what is left of it; charges above zero, credits below. */
export type ItemView = {
  id: number;
  kind: ItemKind;
  number: string;
  date: string;
  dueDate: string | null;
  discountDate: string | null;
  discountMinor: number;
  amountMinor: number;
  leftMinor: number;
  buyer: string;
  reference: string;
  saleId: number | null;
  /** Of a charge: what its own goods, that came back, took off it. */
  creditedMinor: number;
};

/** An open charge of another account that the same payer answers for. */
export type GroupCharge = ItemView & { accountName: string };

/** What was given of a credit to a charge, and still stands. */
export type AllocationView = {
  id: number;
  creditKind: ItemKind;
  /** What ate up its credit can’t be taken back. */
  chargeKind: ItemKind;
  creditNumber: string;
  chargeNumber: string;
  /** The other account, where credit and charge are not of one. */
  otherAccount: string | null;
  amountMinor: number;
  discountMinor: number;
  date: string;
};

/** A line of an account's timeline, oldest balance first; what a discount took off is its own. */
export type TimelineRow = {
  key: string;
  date: string;
  kind: ItemKind | 'discount' | 'discountUndone' | 'paidForOther' | 'paidByOther';
  number: string;
  amountMinor: number;
  balanceMinor: number;
  leftMinor: number | null;
  saleId: number | null;
};

/** What of an account's agreement is kept when it changes. */
export type AgreedField =
  | 'limit'
  | 'groupLimit'
  | 'terms'
  | 'grace'
  | 'parent'
  | 'hold'
  | 'statementDay'
  | 'buyersOnly'
  | 'buyers'
  | 'department'
  | 'note'
  | 'closed';

export type AccountChange = {
  field: AgreedField;
  before: string;
  after: string;
  by: string;
  approvedBy: string | null;
  reason: string | null;
  changedAt: string;
};

export type AccountPage = AccountSummary & {
  account: AccountInput;
  version: number;
  customer: CustomerDetail;
  opened: { by: string; approvedBy: string; reason: string; at: string };
  aging: Aging;
  /** What it and its branches owe together; equal to the balance without branches. */
  groupBalanceMinor: number;
  branches: AccountSummary[];
  /** Whether a part payment in time earns its part of a discount. */
  partEarns: boolean;
  items: ItemView[];
  /** Charges of its payer's other accounts: a credit may go to them too. */
  groupCharges: GroupCharge[];
  /** The newest allocations that stand. */
  allocations: AllocationView[];
  timeline: { rows: TimelineRow[]; before: string | null };
  changes: AccountChange[];
};

/** What a charge of an amount would do now. */
export type ChargePreview = {
  beforeMinor: number | null;
  afterMinor: number | null;
  dueDate: string;
  discountDate: string | null;
  rules: { code: string; params?: Record<string, string | number> }[];
};
export const chargePreviewSchema = Joi.object<{
  id: number;
  amountMinor: number;
  buyer?: string;
}>({
  id: id.required(),
  amountMinor: Joi.number().integer().min(0).max(1_000_000_000_000).required(),
  buyer: safeText(80).allow(''),
});

/** What of a credit goes to which charge. */
export const allocationsSchema = Joi.array()
  .items(
    Joi.object({
      chargeItemId: id.required(),
      amountMinor: amountMinor(1).required(),
      discountMinor: amountMinor(0).required(),
    }),
  )
  .max(500);

/** Gives an open credit to charges of its account. */
export type AllocateCommand = {
  creditItemId: number;
  allocations: { chargeItemId: number; amountMinor: number; discountMinor: number }[];
  /** Why a discount is granted after its last day. */
  reason: string;
};
export const allocateSchema = Joi.object<AllocateCommand>({
  creditItemId: id.required(),
  allocations: allocationsSchema.min(1).required(),
  reason: safeText(200).allow('').required(),
});

/** Aging of an account at a date; the columns add up to the balance. */
export type AgingRow = {
  chargeAccountId: number;
  name: string;
  number: string;
  balanceMinor: number;
  aging: Record<Age, number>;
};
export type AgingPage = {
  date: string;
  rows: AgingRow[];
  totals: Pick<AgingRow, 'aging' | 'balanceMinor'>;
  next: string | null;
};
export type AgingQuery = {
  date: string;
  /** By name where it is not said. */
  sort?: AgingSort;
  down?: boolean;
  after?: string;
};
export const agingSchema = Joi.object<AgingQuery>({
  date: isoDate.required(),
  sort: Joi.valid(...AGING_SORTS),
  down: Joi.boolean(),
  after: Joi.string().max(200).allow(''),
});
export const agingExportSchema = Joi.object<{ date: string; format: 'csv' | 'xlsx' }>({
  date: isoDate.required(),
  format: Joi.valid('csv', 'xlsx').required(),
});

/** Statements of a kind: what is open at a date, or all that happened from a day on. */
export type StatementAsked = { kind: StatementKind; from: string; asOf: string };
const asked = {
  kind: Joi.valid(...STATEMENT_KINDS).required(),
  from: isoDate.required(),
  asOf: isoDate.required(),
};
export const statementPreviewSchema = Joi.object<
  StatementAsked & { chargeAccountId?: number }
>({
  ...asked,
  chargeAccountId: id,
});
/** Who would get a statement, and what it would say in the end. */
export type StatementPreview = {
  chargeAccountId: number;
  name: string;
  email: string;
  balanceMinor: number;
  overdueMinor: number;
  /** None was made since its last statement day. */
  due: boolean;
};
/** Makes statements of accounts; `mail` sends each to its customer. */
export type MakeStatements = StatementAsked & { accountIds: number[]; mail: boolean };
export const makeStatementsSchema = Joi.object<MakeStatements>({
  ...asked,
  accountIds: Joi.array().items(id).min(1).max(5000).unique().required(),
  mail: Joi.boolean().required(),
});
export type StatementsMade = { statementIds: number[]; jobId: string | null };
export type StatementRunResult = {
  mailed: number;
  withoutAddress: string[];
  failed: string[];
};
export const printStatementsSchema = Joi.object<{ statementIds: number[] }>({
  statementIds: Joi.array().items(id).min(1).max(5000).unique().required(),
});
/** A statement that was made, and what went to whom. */
export type MadeStatement = {
  id: number;
  number: string;
  kind: StatementKind;
  from: string;
  asOf: string;
  /** The step of a reminder; 0: a statement alone. */
  step: number;
  balanceMinor: number;
  by: string;
  madeAt: string;
  issues: { how: 'mail' | 'print'; sentTo: string | null; by: string; issuedAt: string }[];
};

/** Writes a part of a charge off, with the reason why. */
export type WriteOff = { chargeItemId: number; amountMinor: number; reason: string };
export const writeOffSchema = Joi.object<WriteOff>({
  chargeItemId: id.required(),
  amountMinor: amountMinor(1).required(),
  reason: reasonText(200).required(),
});

/** Withdraws an item that was posted by mistake, with the reason why. */
export type WithdrawItem = { reason: string };
export const withdrawItemSchema = Joi.object<WithdrawItem>({
  reason: reasonText(200).required(),
});

/** Takes an allocation back, with the reason why. */
export type UndoAllocation = { reason: string };
export const undoAllocationSchema = Joi.object<UndoAllocation>({
  reason: reasonText(200).required(),
});
