import type { AccountInput } from '@abacist/contracts';
import type { Value } from '../db/pool';
import { plainQuantity } from '../sales/original';

/* The columns of `charge_account` that the shop decides, and the object that they are to others. */

/** To read, over `charge_account` as `a`. */
export const DECIDED = `a.parent_id AS parentId, a.limit_minor AS limitMinor,
  a.group_limit_minor AS groupLimitMinor, a.net_days AS netDays, a.end_of_month AS endOfMonth,
  a.discount_percent AS discountPercent, a.discount_days AS discountDays,
  a.grace_days AS graceDays, a.statement_day AS statementDay, a.buyers_only AS buyersOnly,
  a.department_id AS departmentId, a.note, a.hold_reason AS holdReason`;

export type DecidedRow = Omit<AccountInput, 'terms' | 'buyersOnly' | 'buyers'> & {
  netDays: number;
  endOfMonth: number;
  discountPercent: string;
  discountDays: number;
  buyersOnly: number;
};

/** What the shop decided of an account; its buyers stand in a table of their own. */
export const decidedOf = (found: DecidedRow): Omit<AccountInput, 'buyers'> => ({
  parentId: found.parentId,
  limitMinor: found.limitMinor,
  groupLimitMinor: found.groupLimitMinor,
  terms: {
    netDays: found.netDays,
    endOfMonth: found.endOfMonth === 1,
    discountPercent: plainQuantity(found.discountPercent),
    discountDays: found.discountDays,
  },
  graceDays: found.graceDays,
  statementDay: found.statementDay,
  buyersOnly: found.buyersOnly === 1,
  departmentId: found.departmentId,
  note: found.note,
  holdReason: found.holdReason,
});

/** To write, with their values in the same order. */
export const DECIDED_COLUMNS = [
  'parent_id',
  'limit_minor',
  'group_limit_minor',
  'net_days',
  'end_of_month',
  'discount_percent',
  'discount_days',
  'grace_days',
  'statement_day',
  'buyers_only',
  'department_id',
  'note',
  'hold_reason',
] as const;

export const decidedValues = (account: AccountInput): Value[] => [
  account.parentId,
  account.limitMinor,
  account.groupLimitMinor,
  account.terms.netDays,
  account.terms.endOfMonth,
  account.terms.discountPercent,
  account.terms.discountDays,
  account.graceDays,
  account.statementDay,
  account.buyersOnly,
  account.departmentId,
  account.note,
  account.holdReason,
];
