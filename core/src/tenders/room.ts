import type { IsoDate } from '../dates';
import type { LedgerAccount, JournalLine, Takings } from '../ledger';
import type { BrokenRule, Outcome } from '../outcome';
import type { Minor } from '../money';
import type { PotTender } from '../takings';
import type { PaidTender, RefundState } from './paid';
import type {
  GivenRefund,
  OfferedTender,
  OfferedRefund,
  TakenTender,
  TenderKind,
} from './types';

/* What a kind of tender is to core: one file a kind in `kinds`, one row in its table. */

/** What a shop asks for with a card or another tender; both unless it says otherwise. */
export type AskedReferences = { lastFour: boolean; reference: boolean };

type OfferedOf<K extends TenderKind> = Extract<OfferedTender, { kind: K }>;
type RefundOf<K extends TenderKind> = Extract<OfferedRefund, { kind: K }>;

/** What of a tender is its kind's own; null where the kind has none. */
export type TenderDetails = Pick<
  TakenTender,
  | 'lastFour'
  | 'reference'
  | 'creditNoteId'
  | 'voucherId'
  | 'orderId'
  | 'cheque'
  | 'transfer'
  | 'charge'
>;
type RefundDetails = Pick<GivenRefund, 'reference' | 'ownCheque' | 'transfer'>;

/** A credit note or a voucher as a ticket may use it; validUntil null: without an end. */
export type OwedPaper = { id: number; leftMinor: number; validUntil: IsoDate | null };

/** What a kind looks at of the shop and of the ticket before it is taken. */
export type TakeState = {
  today: IsoDate;
  currency: string;
  bankAccountIds: readonly number[];
  credits: readonly OwedPaper[];
  vouchers: readonly OwedPaper[];
  knownCheques: readonly { number: string; drawnBy: string; takenOn: IsoDate }[];
};

/** Where a tender's lines go. */
export type PostAt = {
  /** Null: at the desk, where no drawer takes anything. */
  drawerId: number | null;
  /** The takings of today that it takes or gives back; empty where no money comes or goes. */
  takings: { takings?: Takings };
  /** The processor of a card; the account to which another tender is posted. */
  processorId: () => number;
  account: () => LedgerAccount;
};

type Refusal = Outcome<never> | undefined;

type Take<K extends TenderKind> = {
  /**
   * Cash settles what all others leave, rounded to the smallest coin, and gives change; every other
   * kind pays its amount exactly.
   */
  paysRest?: true;
  /** False where it was paid before the ticket: it earns no discount for early payment. */
  earnsDiscount: boolean;
  /** It may come by post, and then lies in the safe. */
  byPost?: true;
  /** A card can bear a tip or cash back. */
  bearsExtras?: true;
  /** A charge account owes it: it can't pay on one. */
  charges?: true;
  /** What is wrong with what is offered by itself. */
  check: (offered: OfferedOf<K>, asks: AskedReferences, at: string) => Refusal;
  details: (offered: OfferedOf<K>) => Partial<TenderDetails>;
  /** What the shop has against it and those before it: what it names is not there, used up, past. */
  inShop?: (
    offered: OfferedOf<K>,
    /** With it those that stand before it on the ticket. */
    soFar: readonly OfferedTender[],
    state: TakeState,
    at: string,
  ) => Refusal;
  /** What is odd about it and asks first, beside those taken before it on the ticket. */
  odd?: (taken: TakenTender, before: readonly TakenTender[], state: TakeState) => BrokenRule[];
  post: (taken: TakenTender, at: PostAt) => JournalLine[];
};

type GiveBack<K extends TenderKind> = {
  /**
   * Whether it goes back to the very tender that paid; else to whoever stands there, `byKind` up to
   * what the kind had paid.
   */
  to: 'tender' | 'anybody';
  /** What leaves: coins, the amount, or nothing where only a debt grows smaller. */
  keeps: 'coins' | 'amount' | 'nothing';
  /** What it paid ahead for an order or a voucher goes back to it as well. */
  ofAhead?: true;
  /** It takes back what it brought as money. */
  asPaid?: true;
  /** It never was money: it goes back before any does. */
  before?: true;
  /** What a tender can get back, where that is not what of it has not gone back. */
  most?: (paid: PaidTender) => number;
  /** What of a sale's money can go to anybody this way. */
  left?: (state: RefundState) => Minor;
  /** More than that, where the shop gives back by what paid: a manager's word. */
  otherWay?: { code: string; given: string; left: string };
  /** It is proposed only where the shop has such a tender. */
  whereSetUp?: true;
  /** What no other way can take goes this way: a credit note is issued. */
  issuesCredit?: true;
  check?: (refund: RefundOf<K>, at: string) => Refusal;
  inShop?: (refund: RefundOf<K>, state: TakeState, at: string) => Refusal;
  details: (refund: RefundOf<K>) => Partial<RefundDetails>;
  post: (given: GivenRefund, at: PostAt) => JournalLine[];
};

export type TenderRoom<K extends TenderKind> = {
  /** It lies in the drawer until it is counted. */
  inDrawer?: true;
  /** A shop has it from its beginning, and sets up no other of its kind. */
  comesWithShop?: true;
  /** A receipt that names it wrongly can be put right: nothing beside the ticket rests on it. */
  corrects?: true;
  /** It was paid before the ticket and brings no money to it. */
  paidEarlier?: true;
  /** What a tender of the kind is set up with: who settles it, or the account it is posted to. */
  needs?: 'processor' | 'account';
  /** What the counter can ask for with it. */
  asks?: { lastFour?: true; reference?: true };
  /** The pot that it takes into or gives out of: an immutable key; null where no money comes. */
  pot: (tender: PotTender) => string | null;
  take: Take<K> | null;
  giveBack: GiveBack<K> | null;
};
