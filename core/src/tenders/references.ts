import { holdsCardNumber } from '../cards';
import { refuse, type Outcome } from '../outcome';
import type { AskedReferences } from './room';

/** Refuses a text that holds a card's number: it is kept nowhere. */
export const noCardNumber = (text: string, at: string): Outcome<never> | undefined =>
  holdsCardNumber(text) ? refuse('text.cardNumber', at) : undefined;

/** The reference that a shop asks for: there, and no card's number. */
export function checkReference(
  reference: string,
  asks: AskedReferences,
  at: string,
): Outcome<never> | undefined {
  const refusal = noCardNumber(reference, `${at}.reference`);
  if (refusal) return refusal;
  return asks.reference && !reference.trim()
    ? refuse('tender.reference', `${at}.reference`)
    : undefined;
}

/** The bank account that a ticket names is one of the shop's. */
export const ofOurs = (
  bankAccountId: number,
  { bankAccountIds }: { bankAccountIds: readonly number[] },
  at: string,
): Outcome<never> | undefined =>
  bankAccountIds.includes(bankAccountId)
    ? undefined
    : refuse('bankAccount.unknown', `${at}.bankAccountId`);
