import type { ExtraKind } from '@abacist/core/sales';
import type { CountBefore } from './drawer';
import type { DrawerAct } from './drawerActs';
import type { Bead, CheckRow, Homeward, RodState } from '@abacist/core/days';
import Joi from 'joi';
import { reasonText, safeText } from './common';

export type Rod = {
  date: string;
  /**
   * What was taken that day: cash, cheques, cards, on account and other tenders, less what went
   * back. What
   * was paid with money of an earlier day (a prepayment, a voucher, store credit) is not in it.
   * Null for who counts blind, until the drawers are counted.
   */
  takenMinor: number | null;
  sales: number;
  beads: Bead[];
  state: RodState;
};

/** A day's sheet as it was closed. */
export type ClosedSheet = {
  id: number;
  number: string;
  version: number;
  by: string;
  closedAt: string;
  note: string;
  /** The journal number of the seal that vouches for it; null until the next entry is sealed. */
  sealedBy: number | null;
  reopened: { by: string; at: string; reason: string } | null;
};
/** Closes a day: what its checklist leaves open is told in words. */
export type CloseDay = { note: string };
export const closeDaySchema = Joi.object<CloseDay, true>({
  note: safeText(300).allow('').required(),
});
export const reopenDaySchema = Joi.object<{ reason: string }, true>({
  reason: reasonText(200).required(),
});

export type DaySheet = Rod & {
  closing: {
    /** The sheet that stands; null while the day is open. */
    standing: ClosedSheet | null;
    /** Those that were reopened, the first one first. */
    before: ClosedSheet[];
    checks: CheckRow[];
    /** What came on its sheet after it was closed. */
    cameAfter: number;
  };
  tenders: {
    key: string;
    label: string;
    expectedMinor: number;
    /** Null until it is counted, or its batch is closed. */
    countedMinor: number | null;
    differenceMinor: number | null;
  }[];
  /** netMinor is what was sold, returnedMinor what came back; tax is the difference. */
  departments: { name: string; netMinor: number; returnedMinor: number; taxMinor: number }[];
  /**
   * Tax owed more (+) or less (−) by the day, in all as the ledger's accounts moved, and what it
   * comes from; netMinor is of goods alone.
   */
  taxes: {
    authority: string;
    taxMinor: number;
    netMinor: number;
    soldMinor: number;
    returnedMinor: number;
    prepaidMinor: number;
    discountsMinor: number;
    writtenOffMinor: number;
    /** Paid to the authority, or taken back (+). */
    paidMinor: number;
  }[];
  /** What was taken off, written off, voided, sold free of tax, given back. */
  beside: {
    lineDiscountsMinor: number;
    ticketDiscountsMinor: number;
    /** Granted for early payment less what returns took back; without tax, like the next. */
    earlyDiscountsMinor: number;
    writtenOffMinor: number;
    voids: { count: number; totalMinor: number };
    exempt: { count: number; netMinor: number };
    refunds: { count: number; totalMinor: number };
  };
  /** Vouchers sold, prepayments taken (and paid back, below zero): in the total, no income. */
  extras: { kind: ExtraKind; amountMinor: number }[];
  /** Money into drawers and out of them beside the tickets. */
  acts: DrawerAct[];
  restockingMinor: number;
  roundingMinor: number;
  drawers: {
    drawerId: number;
    name: string;
    status: 'open' | 'counting' | 'closed';
    sessionId: number | null;
    /** Floats that were counted when the drawer opened, and stand. */
    openings: {
      number: string;
      openedAt: string;
      by: string;
      countedMinor: number;
      differenceMinor: number;
      note: string;
    }[];
    closes: {
      sessionId: number;
      number: string;
      closedAt: string;
      by: string;
      expectedMinor: number;
      countedMinor: number;
      differenceMinor: number;
      floatLeftMinor: number;
      toSafeMinor: number;
      note: string;
      /** stays: what of them is the float that is left in; null where it is not known. */
      count: {
        denominationMinor: number;
        pieces: number;
        rolls: number;
        stays: number | null;
      }[];
      /** Who signed beside the one who counted. */
      witness: string | null;
      before: CountBefore[];
      /** What the till took by card, and what the terminal’s report said. */
      cards: { label: string; tillMinor: number; terminalMinor: number }[];
    }[];
  }[];
};

/** How long money took to come home, by kind of pot and processor; the slowest first. */
export type HomewardView = {
  ways: (Homeward & {
    /** The processor; empty for what is no card. */
    name: string;
  })[];
};
