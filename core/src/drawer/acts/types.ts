import type { JournalLine, LedgerAccount } from '../../ledger';
import type { DenominationCount, Minor, Rounding } from '../../money';
import type { BrokenRule } from '../../outcome';
import type { Part } from '../../takings';
import type { TaxCode, TaxedLine } from '../../tax';
import type { DrawerActKind } from './facts';

/** What a part of the money was for: an account, with the tax that is inside of it. */
type ActPart = {
  account: LedgerAccount;
  /** With its tax. */
  amountMinor: number;
  /** By which its tax is taken apart; null: there is none in it. */
  taxCodeId: number | null;
  /** The department that it is for; left out: of none. */
  departmentId?: number | null;
  words: string;
};

export type ActCommand = {
  kind: DrawerActKind;
  /** Of kinds that move money at the bank: which of ours. */
  bankAccountId?: number;
  /** Of kinds that another drawer takes up. */
  toDrawerId?: number;
  amountMinor: number;
  /** For kinds that name accounts: they add up to the amount. */
  parts: readonly ActPart[];
  /** Its cash by denomination, where it was counted: it comes to the amount. */
  count?: DenominationCount;
};

/** Cash that a drawer's session holds, by the day and pot that took it. */
export type CashPart = Part & { pot: string };

/** Cash of the safe, by the item that holds it. */
export type SafeCash = CashPart & { safeItemId: number };

export type ActState = {
  today: string;
  /** Of kinds that are of a drawer. */
  drawerId: number | null;
  bankAccountIds: readonly number[];
  drawerIds: readonly number[];
  held: readonly CashPart[];
  /** All the cash in the drawer, its float too. */
  drawerHoldsMinor: number;
  /** What the safe holds in cash, the oldest day first; for kinds that fetch it. */
  safe: readonly SafeCash[];
  departmentIds: readonly number[];
  taxCodes: readonly TaxCode[];
  rounding: Rounding;
  denominations: readonly number[];
  /** The smallest step of cash. */
  cashStepMinor: number;
  /** What may be paid out without a manager; null: any amount. */
  paidOutFreeMinor: number | null;
};

export type DecidedPart = ActPart & TaxedLine;

export type DecidedAct = {
  parts: DecidedPart[];
  /** What a drop puts into the safe, by the day and pot that took it. */
  safeItems: CashPart[];
  /** What is taken out of the safe, by its item. */
  fetched: SafeCash[];
  lines: JournalLine[];
  broken: BrokenRule[];
};

/** What a kind's room works with: the checked act, and the cash that leaves by day and pot. */
export type Act = {
  amountMinor: Minor;
  parts: readonly DecidedPart[];
  moved: readonly CashPart[];
  fetched: readonly SafeCash[];
  /** Of kinds at the bank. */
  bankAccountId: number | null;
  toDrawerId: number | null;
  state: ActState;
};
