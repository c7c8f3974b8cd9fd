import type { IsoDate } from '../dates';
import type { OfferedTender, TenderKind } from './types';

/* What a till's report tells of each kind of tender: data alone, so that a screen need not load the rules. */

/** One piece of a tender as it is typed from a till's report. */
type TypedPiece = {
  tenderId: number;
  amountMinor: number;
  /** Who drew it; of an account, who bought. */
  name: string;
  reference: string;
  date: IsoDate;
  /** Of kinds that name an account. */
  chargeAccountId: number;
};

type OfTotals = {
  /** How a till's sum of it is offered, of kinds of which a sum tells all. */
  ofTotal?: (tenderId: number, amountMinor: number) => OfferedTender;
  /** How one piece is offered, of kinds of which a sum does not tell enough; and whom its name names. */
  ofPiece?: { names: 'drawer' | 'account'; offer: (piece: TypedPiece) => OfferedTender };
};

/** Every kind of tender: what is in none of the two can't be typed from a till's report. */
export const TENDER_TOTALS: Record<TenderKind, OfTotals> = {
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
  storeCredit: {},
  voucher: {},
  prepayment: {},
  transfer: {},
  ownCheque: {},
};
