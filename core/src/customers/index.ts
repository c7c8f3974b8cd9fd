import type { TaxCode } from '../tax';
import { refuse, type Refusal } from '../outcome';

export const CUSTOMER_KINDS = ['person', 'firm'] as const;
export type CustomerKind = (typeof CUSTOMER_KINDS)[number];

/** How a customer's papers write prices; `byKind`: a firm without tax, a person as the shop. */
export const PRICE_KINDS = ['byKind', 'withTax', 'withoutTax'] as const;
type PriceKind = (typeof PRICE_KINDS)[number];

/** A certificate that frees a customer from tax until its last day. */
type Exemption = { certificate: string; until: string };

/** What a ticket needs to know of its customer. */
export type TicketCustomer = {
  kind: CustomerKind;
  priceKind: PriceKind;
  taxCodeId: number | null;
  exemption: Exemption | null;
};

/** Whether a customer's papers write prices with tax, unless the person decides otherwise. */
export function writesTax(
  customer: Pick<TicketCustomer, 'kind' | 'priceKind'> | null,
  shopWritesTax: boolean,
): boolean {
  if (!customer || (customer.priceKind === 'byKind' && customer.kind === 'person')) {
    return shopWritesTax;
  }
  return customer.priceKind === 'withTax';
}

/** How a customer changes the tax of a ticket's lines; null: not at all. */
export type BuyerTax =
  { exempt: true; certificate: string } | { exempt: false; code: TaxCode };

/**
 * A customer's own tax on a day: none while his certificate holds (its last day included), else
 * his own code where he has one.
 */
export function buyerTax(
  customer: TicketCustomer | null,
  taxCodes: readonly TaxCode[],
  today: string,
): BuyerTax | null {
  if (!customer) return null;
  const { exemption, taxCodeId } = customer;
  if (exemption && exemption.until >= today) {
    return { exempt: true, certificate: exemption.certificate };
  }
  const code = taxCodes.find(({ id }) => id === taxCodeId);
  return code ? { exempt: false, code } : null;
}

/**
 * The code that a line is taxed by. A customer's own code stands in place of another; what is
 * free of tax stays free.
 */
export function codeFor(ordinary: TaxCode, buyer: BuyerTax | null): TaxCode {
  if (!buyer || ordinary.parts.length === 0) return ordinary;
  return buyer.exempt ? { id: 0, parts: [] } : buyer.code;
}

/** A customer as a person keeps him. */
export type CustomerInput = TicketCustomer & {
  /** The shop's own number for him; none: he gets one. */
  number: string;
  name: string;
  phone: string;
  email: string;
  address: string;
  active: boolean;
};

/** Whether a text is written like an e-mail address; only a mail that arrives proves more. */
export const isEmail = (text: string): boolean =>
  /^[^\s@,;:<>"()]+@[^\s@,;:<>"()]+$/.test(text);

/**
 * What is wrong with a customer by himself. Refusals: `customer.name`, `customer.number` (a
 * space in it, or over 20 signs), `customer.email`,
 * `customer.exemption` (a certificate without its last day, or the other way).
 */
export function customerRefusals(
  customer: Omit<CustomerInput, 'exemption'> & {
    exemption: { certificate: string; until: string } | null;
  },
): Refusal[] {
  const wrong: Refusal[] = [];
  const at = (code: string, place: string) => {
    const outcome = refuse(code, place);
    if (!outcome.ok) wrong.push(...outcome.refusals);
  };
  if (!customer.name.trim()) at('customer.name', 'name');
  if (!/^\S{0,20}$/.test(customer.number)) at('customer.number', 'number');
  if (customer.email && !isEmail(customer.email)) at('customer.email', 'email');
  const { exemption } = customer;
  if (exemption && (!exemption.certificate || !exemption.until)) {
    at('customer.exemption', 'exemption');
  }
  return wrong;
}
