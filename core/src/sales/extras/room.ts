import type { IsoDate } from '../../dates';
import type { JournalLine } from '../../ledger';
import { MAX_AMOUNT_MINOR } from '../../money';
import { refuse, type Outcome } from '../../outcome';
import type { DecidedExtra, ExtraKind, ExtraOf, ExtraState } from './types';

/* What a kind of extra is to core: one file a kind in `kinds`, one row in its table. */

/** What a kind says of an extra beside its amount: whom it names, the parts of it. */
type Said = Partial<Omit<DecidedExtra, 'kind' | 'amountMinor'>>;

export type ExtraRoom<K extends ExtraKind> = {
  /**
   * Nothing else may stand on its ticket, or nothing but its like, and what refuses it then. Where
   * it isn't said, anything may.
   */
  alone?: { code: 'account.alone' | 'prepayment.alone'; butItsLike?: true };
  /** It pays on a charge account, or is paid out of one: no account may owe it again. */
  ofAccount?: true;
  /** The customer gets it; else he pays it. */
  leaves?: true;
  /** It only turns into what stands beside it: it may stand with what stands alone. */
  becomesOther?: true;
  /** What it leaves for is owed by the shop: a manager's word. */
  approval?: string;
  /** Only a card pays it, or only a debit card. */
  paidBy?: 'card' | 'debit';
  /** It takes coins out of the drawer. */
  takesCash?: true;
  decide: (
    extra: ExtraOf<K>,
    state: ExtraState,
    /** Those that stand before it on the ticket. */
    before: readonly DecidedExtra[],
    at: string,
  ) => Outcome<Said>;
  post: (
    decided: DecidedExtra,
    where: { today: IsoDate; drawerId: number | null },
  ) => JournalLine[];
};

/** An amount that no extra can have. Refusal: `voucher.amount`. */
export const checkAmount = (amountMinor: number, at: string): Outcome<never> | undefined =>
  amountMinor <= 0 || amountMinor > MAX_AMOUNT_MINOR
    ? refuse('voucher.amount', `${at}.amountMinor`)
    : undefined;
