import type { LedgerAccount, AccountType, DocumentKind } from '@abacist/core/ledger';

type JournalLineView = {
  account: LedgerAccount;
  number: string;
  amountMinor: number;
  /** Names of the dimensions that the line carries: the drawer, the department, … */
  of: string | null;
  /** Whose takings it moves: the day, the pot, and what that pot is called. */
  takings: { day: string; pot: string; label: string } | null;
};

export type EntryView = {
  id: number;
  /** The gapless journal number, once it is sealed. */
  journalNumber: number | null;
  hash: string | null;
  date: string;
  kind: DocumentKind;
  subjectId: number;
  documentNumber: string | null;
  memo: string;
  by: string;
  postedAt: string;
  reversesEntryId: number | null;
  reversedByEntryId: number | null;
  approval: { by: string; reason: string } | null;
  lines: JournalLineView[];
};

export type JournalQuery = {
  number?: string;
  from?: string;
  to?: string;
  account?: string;
  amountMinor?: number;
  /** The last entry of the page before. */
  beyond?: number;
  /** The oldest first, as they were posted. */
  oldest?: boolean;
};
export type JournalPage = { entries: EntryView[]; next: number | null };

export type TrialBalance = {
  date: string;
  currency: string;
  accounts: {
    role: LedgerAccount;
    number: string;
    type: AccountType;
    debitMinor: number;
    creditMinor: number;
  }[];
  debitMinor: number;
  creditMinor: number;
};
