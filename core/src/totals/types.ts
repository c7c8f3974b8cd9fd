import type { IsoDate } from '../dates';
import type { OfferedTender } from '../tenders';

/** What a department took on a day, as the till's report has it; both figures are not negative. */
export type DepartmentTotal = {
  departmentId: number;
  soldMinor: number;
  returnedMinor: number;
};

/** The takings of one drawer on one day as totals of a till. Minor units. */
export type DayTotals = {
  date: IsoDate;
  drawerId: number;
  /** Whether the departments' figures hold their tax. */
  withTax: boolean;
  departments: readonly DepartmentTotal[];
  /** Tax as the till has it, returned tax taken off; of an authority that is not named it is computed. */
  taxes: readonly { authorityId: number; taxMinor: number }[];
  /** What rounding to coins cost (+) or brought (−). */
  roundingMinor: number;
  /** How what was sold was paid: each cheque and each charge by itself, all else in one sum. */
  tenders: readonly OfferedTender[];
};
