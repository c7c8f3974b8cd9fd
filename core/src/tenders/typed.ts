import type { IsoDate } from '../dates';
import type { OfferedTender, TenderKind } from './types';

/*
 * What is typed of each kind of tender away from the counter, from a till's report or from the post: data alone, so
 * that a screen need not load the rules.
 */

type OfferedOf<K extends TenderKind> = Extract<OfferedTender, { kind: K }>;

/** What a piece of paper says, as it is typed. */
type Written = { name: string; reference: string };

/** One piece of a tender as it is typed from a till's report. */
type TypedPiece = Written & {
  tenderId: number;
  amountMinor: number;
  date: IsoDate;
  /** Of kinds that name an account. */
  chargeAccountId: number;
};

/** What the desk asks of a payment beside who pays how much. */
export type DeskAsk = 'number' | 'dated' | 'reference';
type AtDesk = {
  tenderId: number;
  amountMinor: number;
  payer: string;
  number: string;
  dated: IsoDate;
  reference: string;
  bankAccountId: number;
};

type Typed<K extends TenderKind> = {
  /** How a till's sum of it is offered, of kinds of which a sum tells all. */
  ofTotal?: (tenderId: number, amountMinor: number) => OfferedOf<K>;
  /** Of kinds of which a sum does not tell enough: whom its name names, how one piece is offered, and the way back. */
  ofPiece?: {
    names: 'drawer' | 'account';
    offer: (piece: TypedPiece) => OfferedOf<K>;
    read: (offered: OfferedOf<K>) => Written;
  };
  /** Of kinds that come by post or to the bank, where no drawer takes them. */
  atDesk?: { asks: readonly DeskAsk[]; offer: (typed: AtDesk) => OfferedOf<K> };
};

const TYPED = {
  cash: {
    ofTotal: (tenderId, tenderedMinor) => ({ kind: 'cash', tenderId, tenderedMinor }),
  },
  card: {
    ofTotal: (tenderId, amountMinor) => ({
      kind: 'card',
      tenderId,
      amountMinor,
      lastFour: '',
      reference: '',
    }),
  },
  cheque: {
    ofPiece: {
      names: 'drawer',
      offer: ({ tenderId, amountMinor, name, reference, date }) => ({
        kind: 'cheque',
        tenderId,
        amountMinor,
        cheque: { number: reference, drawnBy: name, dated: date },
      }),
      read: ({ cheque: { drawnBy, number } }) => ({ name: drawnBy, reference: number }),
    },
    atDesk: {
      asks: ['number', 'dated'],
      offer: ({ tenderId, amountMinor, payer, number, dated }) => ({
        kind: 'cheque',
        tenderId,
        amountMinor,
        cheque: { number, drawnBy: payer, dated },
      }),
    },
  },
  onAccount: {
    ofPiece: {
      names: 'account',
      offer: ({ tenderId, amountMinor, reference, chargeAccountId }) => ({
        kind: 'onAccount',
        tenderId,
        amountMinor,
        chargeAccountId,
        buyer: '',
        reference,
      }),
      // Its name is the account's, by its id.
      read: ({ chargeAccountId, reference }) => ({ name: String(chargeAccountId), reference }),
    },
  },
  other: {
    ofTotal: (tenderId, amountMinor) => ({
      kind: 'other',
      tenderId,
      amountMinor,
      reference: '',
    }),
  },
  transfer: {
    atDesk: {
      asks: ['reference'],
      offer: ({ tenderId, amountMinor, bankAccountId, reference }) => ({
        kind: 'transfer',
        tenderId,
        amountMinor,
        bankAccountId,
        reference,
      }),
    },
  },
  storeCredit: {},
  voucher: {},
  prepayment: {},
  ownCheque: {},
} satisfies { [K in TenderKind]: Typed<K> };

/** What is typed of a kind away from the counter; its way back gets what is of that kind. */
export const typedOf = (kind: TenderKind) => TYPED[kind] as Typed<TenderKind>;

/** What a tender pays. Minor units. */
export const paidBy = (tender: OfferedTender): number =>
  'amountMinor' in tender ? tender.amountMinor : tender.tenderedMinor;
