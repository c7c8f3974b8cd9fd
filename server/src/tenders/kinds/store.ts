import type { OfferedRefund, OfferedTender, TenderKind } from '@abacist/core/tenders';
import type { CommandContext } from '../../context';
import type { StoredTender, TenderRow } from '../../sales/storeTenders';

/** A tender's row beside which its kind keeps what is its own. */
type AtRow = {
  saleId: number;
  saleTenderId: number;
  /** Null: at the desk. */
  drawerSessionId: number | null;
  /** The shop's tender. */
  tender: TenderRow;
  /** Where it stands on the ticket, for what is refused. */
  at: string;
  /** The day and instant at which it was taken; null: on a day that its till has closed by itself. */
  taken: { date: string; at: Date | null };
};

/** A tender's or refund's row, as its kind undoes it. */
export type TenderStored = {
  kind: TenderKind;
  saleTenderId: number;
  amountMinor: number;
  creditNoteId: number | null;
  voucherId: number | null;
  orderId: number | null;
  ofSaleTenderId: number | null;
  writtenBackMinor: number;
};

/** What of the shop a ticket's tenders name, to be locked and loaded before it is decided. */
export type Named = {
  /** Charge accounts that it charges. */
  accounts: number[];
  /** Orders whose prepayments pay for it. */
  orders: number[];
  /** Whether it names one of our bank accounts. */
  bankAccount: boolean;
  /** Whether it takes cash out of the drawer. */
  cash: boolean;
};

/** What a kind of tender is to the server: how it is loaded, kept and undone. One file a kind. */
export type TenderStore = {
  /** What of the shop it names where it pays, or gives back. */
  names?: (tender: OfferedTender) => Partial<Named>;
  namesBack?: (refund: OfferedRefund) => Partial<Named>;
  /**
   * What of it never came as money, and what of that was written off: SQL over its row `st`, where
   * some of it may not have.
   */
  never?: { unpaid: string; writtenOff: string };
  /** Draws on what it names, before its row is stored. */
  draw?: (context: CommandContext, tender: StoredTender) => Promise<void>;
  /** Keeps what is its own, beside its row. */
  keep?: (context: CommandContext, tender: StoredTender, row: AtRow) => Promise<void>;
  /** Whether its money moved on at the bank: its ticket can't be voided then. */
  gone?: (context: CommandContext, row: TenderStored) => Promise<boolean>;
  /** Takes back what it kept and drew on, when its ticket is voided. */
  undo?: (context: CommandContext, row: TenderStored) => Promise<void>;
};
