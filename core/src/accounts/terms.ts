import { addDays, endOfMonth, type IsoDate } from '../dates';
import { multiply, percent, sum, ZERO, type Minor } from '../money';
import { refuse, type Refusal } from '../outcome';

/** When a charge is due, and what is taken off when it is paid early. */
export type Terms = {
  netDays: number;
  /** Counted from the end of the charge's month, not from its day. */
  endOfMonth: boolean;
  /** e.g. '2': percent taken off when paid within `discountDays`; '0' for none. */
  discountPercent: string;
  discountDays: number;
};

/** What the shop decides of early-payment discounts, for all accounts. */
export type DiscountRules = {
  /** The percentage is of the whole charge, or of it before tax. */
  base: 'gross' | 'net';
  /** Whether a part payment in time earns its part of the discount. */
  partEarns: boolean;
  /** Whether the tax of a charge is lowered with it. */
  adjustsTax: boolean;
};

/** The longest terms that a shop may give. */
const MOST_DAYS = 365;

/** What is wrong with terms. Refusals: `terms.days`, `terms.discount`, `terms.discountDays`. */
export function termsRefusals({
  netDays,
  discountPercent,
  discountDays,
}: Omit<Terms, 'endOfMonth'>): Refusal[] {
  const wrong = (code: string, at: string): Refusal[] => {
    const refused = refuse(code, at);
    return refused.ok ? [] : refused.refusals;
  };
  const whole = (days: number) => Number.isInteger(days) && days >= 0 && days <= MOST_DAYS;
  if (!whole(netDays)) return wrong('terms.days', 'netDays');
  if (!/^\d{1,2}(\.\d{1,3})?$/.test(discountPercent)) {
    return wrong('terms.discount', 'discountPercent');
  }
  const none = Number(discountPercent) === 0;
  if (!whole(discountDays) || (!none && discountDays > netDays)) {
    return wrong('terms.discountDays', 'discountDays');
  }
  return [];
}

/**
 * When a charge of a date is due, and the last day on which its discount holds; null where the
 * terms give none. Common practice: days count from the charge's date, or from its month's end.
 */
export function dueOf(
  date: IsoDate,
  terms: Terms,
): { dueDate: IsoDate; discountDate: IsoDate | null } {
  const from = terms.endOfMonth ? endOfMonth(date) : date;
  const gives = Number(terms.discountPercent) > 0;
  return {
    dueDate: addDays(from, terms.netDays),
    discountDate: gives ? addDays(from, terms.discountDays) : null,
  };
}

/**
 * The discount of a charge when it is paid in time, and how much of that is tax.
 * @param charge what it came to, and of that its tax; minor units
 */
export function discountOf(
  charge: { amountMinor: number; taxMinor: number },
  terms: Pick<Terms, 'discountPercent'>,
  rules: DiscountRules,
): { discountMinor: Minor; taxMinor: Minor } {
  const rate = percent(terms.discountPercent);
  const { amountMinor, taxMinor } = charge;
  const off = (minor: number) => multiply(minor, rate, 'halfUp');
  // Tax adjusted: net and tax are lowered alike, whatever the percentage was named on.
  if (rules.adjustsTax) {
    const ofTax = off(taxMinor);
    return { discountMinor: sum([off(amountMinor - taxMinor), ofTax]), taxMinor: ofTax };
  }
  const base = rules.base === 'gross' ? amountMinor : amountMinor - taxMinor;
  return { discountMinor: off(base), taxMinor: ZERO };
}

/**
 * What it costs a year not to take a discount, as percent: the textbook formula for trade credit,
 * d ÷ (1 − d) × 365 ÷ days, simple and compounded. Floats: it informs and is never posted.
 */
export function costOfNotTaking(
  terms: Terms,
): { simplePercent: number; compoundPercent: number } | null {
  const d = Number(terms.discountPercent) / 100;
  const days = terms.netDays - terms.discountDays;
  if (d <= 0 || days <= 0) return null;
  const once = d / (1 - d);
  return {
    simplePercent: once * (365 / days) * 100,
    compoundPercent: ((1 + once) ** (365 / days) - 1) * 100,
  };
}
