import type { IsoDate } from '../dates';
import type { Minor } from '../money';
import type { SettledPartKind } from './parts';

/** One scheme of one batch, as the processor reports it. Minor units. */
export type SettledScheme = {
  batchDate: IsoDate;
  scheme: string;
  items: number;
  grossMinor: Minor;
  refundsMinor: Minor;
  feeMinor: Minor;
  netMinor: Minor;
};

/** One card as the processor settles it. Minor units. */
export type SettledTransaction = {
  /** The row of the file where it stands. */
  row: number;
  batchDate: IsoDate;
  scheme: string;
  cardKind: string;
  /** Above zero sold, below zero given back. */
  amountMinor: Minor;
  feeMinor: Minor;
  reference: string;
  authorisation: string;
  lastFour: string;
  on: IsoDate | null;
  /** `HH:mm` in the shop's zone. */
  time: string | null;
};

/** What a settlement has beside its cards; lowers what is paid where it is above zero. */
export type SettledPart = {
  kind: SettledPartKind;
  row: number;
  amountMinor: Minor;
  scheme: string;
  reference: string;
  lastFour: string;
  words: string;
};

/** What of a payout the file states by itself, and is therefore proven. */
export type StatedSum = 'items' | 'gross' | 'refunds' | 'fee' | 'tax' | 'net';

/**
 * One payout of a processor. net = gross − refunds − fee − the parts beside them; `feeMinor` is
 * what schemes and fee rows come to, without tax.
 */
export type Settlement = {
  reference: string;
  date: IsoDate;
  currency: string;
  merchant: string;
  /** By batch and scheme; of transactions their sums. */
  schemes: SettledScheme[];
  /** Empty where the file has totals of schemes only. */
  transactions: SettledTransaction[];
  parts: SettledPart[];
  grossMinor: Minor;
  refundsMinor: Minor;
  feeMinor: Minor;
  netMinor: Minor;
  stated: StatedSum[];
};
