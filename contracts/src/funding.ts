import type { Coming, Delay, FundingDay } from '@abacist/core/funding';
import type { MovementKind } from '@abacist/core/movements';

/** What is on its way to the bank, and what will be there. Minor units. */
export type FundingView = {
  /** What statements have shown so far. */
  bankMinor: number;
  coming: (Coming & {
    /** A batch is no movement yet: what comes of it is about its amount. */
    kind: MovementKind | 'batch';
    name: string;
    number: string;
    /** Banking days after its due day, once it is later than such money ever may be. */
    overdueDays: number | null;
  })[];
  delays: Delay[];
  days: FundingDay[];
};
