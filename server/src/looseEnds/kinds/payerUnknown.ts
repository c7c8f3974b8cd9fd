import { unknownPayments } from '../../sales/unknownPayments';
import type { Finder } from '../room';

/** Payments whose payer nobody knows yet. */
export const payerUnknown: Finder = async ({ db }) =>
  (await unknownPayments(db)).map(({ number, date, name, amountMinor }) => ({
    code: 'payerUnknown',
    since: date,
    amountMinor,
    params: { number, name },
    path: '/accounts/received',
  }));
