import { decimal, MAX_AMOUNT_MINOR, minor, minus, multiply, sum, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';
import {
  convertPrice,
  taxByAuthority,
  taxTicket,
  type TaxCode,
  type TaxedLine,
  type TaxRules,
} from '../tax';
import { toMilli } from '../returns';
import { codeFor, type BuyerTax } from '../customers';
import { discountOf, spreadDiscount, type Discount } from './discount';

/**
 * A line as the counter rings it: an amount of a department, or a quantity of an item, at the
 * list price or at one of its own.
 */
export type TicketLine = {
  discount?: Discount | undefined;
  /** Which line of which order it sells. */
  order?: { orderId: number; position: number } | undefined;
} & (
  | { departmentId: number; amountMinor: number }
  | { itemId: number; quantity: string; unitPriceMinor?: number | undefined }
);

export type Catalogue = {
  departments: readonly { id: number; name: string; taxCodeId: number }[];
  items: readonly {
    id: number;
    name: string;
    departmentId: number;
    priceMinor: number;
    /** Whether that price holds its tax; the document may be of the other kind. */
    priceIncludesTax: boolean;
    /** Decimals that a quantity may have. */
    decimals: number;
    taxCodeId: number;
  }[];
  /** Codes with the rates of the business day. */
  taxCodes: readonly TaxCode[];
};

/** How a ticket is taxed, and what its customer changes of that. */
export type PriceRules = TaxRules & { buyer?: BuyerTax | null };

export type PricedLine = TaxedLine & {
  departmentId: number;
  itemId: number | null;
  /** The name as it stands on the paper. */
  description: string;
  quantity: string;
  unitPriceMinor: Minor;
  /** quantity × price, before what is taken off. */
  amountMinor: Minor;
  /** The line's own discount and its part of the ticket's. */
  discountMinor: Minor;
  /** What the amount would be at the list price. */
  listMinor: Minor;
};

export type PricedTicket = {
  lines: PricedLine[];
  netMinor: Minor;
  taxMinor: Minor;
  totalMinor: Minor;
  /** All that was taken off, and of that what was off the whole ticket. */
  discountMinor: Minor;
  ticketDiscountMinor: Minor;
  taxes: { authorityId: number; taxMinor: Minor }[];
};

const MAX_LINES = 500;

/** A quantity above nothing that may be sold with so many decimals, three at most. */
export function isQuantity(text: string, decimals = 3): boolean {
  const milli = toMilli(text);
  return milli !== undefined && milli > 0n && milli % 10n ** BigInt(3 - decimals) === 0n;
}

/**
 * Prices a ticket: quantity × price rounded half up to the minor unit, less discounts, then tax
 * by the rules. The ticket's discount is spread over its lines, so that later steps use stored
 * parts. The counter shows this while ringing and the server stores the same.
 * Refusals: `ticket.empty`, `ticket.tooLong`, `line.amount`, `line.quantity`, `line.decimals`
 * (decimals), `line.unknown`, `discount.range`, `discount.percent`.
 */
export function priceTicket(
  lines: readonly TicketLine[],
  catalogue: Catalogue,
  rules: PriceRules,
  discount?: Discount,
): Outcome<PricedTicket> {
  if (lines.length === 0) return refuse('ticket.empty', 'lines');
  if (lines.length > MAX_LINES) return refuse('ticket.tooLong', 'lines', { most: MAX_LINES });
  const rung: RungLine[] = [];
  for (const [i, line] of lines.entries()) {
    const found = ringLine(line, catalogue, rules, `lines.${i}`);
    if (!found.ok) return found;
    const own = discountOf(found.value.amountMinor, line.discount, `lines.${i}.discount`);
    if (!own.ok) return own;
    rung.push({ ...found.value, discountMinor: own.value });
  }
  const afterOwn = rung.map((line) => minus(line.amountMinor, line.discountMinor));
  const ofTicket = discountOf(sum(afterOwn), discount, 'discount');
  if (!ofTicket.ok) return ofTicket;
  const spread = spreadDiscount(ofTicket.value, afterOwn);
  const discounted = rung.map((line, i) => ({
    ...line,
    discountMinor: sum([line.discountMinor, spread[i]!]),
  }));
  const taxed = taxTicket(
    discounted.map(({ code }, i) => ({ code, amountMinor: minus(afterOwn[i]!, spread[i]!) })),
    rules,
  );
  const priced = discounted.map(({ code: _code, ...line }, i) => ({ ...line, ...taxed[i]! }));
  const netMinor = sum(priced.map((line) => line.netMinor));
  const taxMinor = sum(priced.map((line) => line.taxMinor));
  const totalMinor = sum([netMinor, taxMinor]);
  if (totalMinor > MAX_AMOUNT_MINOR) return refuse('line.amount', 'lines');
  return accept({
    lines: priced,
    netMinor,
    taxMinor,
    totalMinor,
    discountMinor: sum(priced.map((line) => line.discountMinor)),
    ticketDiscountMinor: ofTicket.value,
    taxes: taxByAuthority(taxed),
  });
}

/**
 * An item's list price as a document with or without tax writes it. Where the customer is taxed
 * otherwise than the item, the price before tax is what stays.
 */
export function listPrice(
  item: Pick<Catalogue['items'][number], 'priceMinor' | 'priceIncludesTax'>,
  taxCode: TaxCode,
  { pricesIncludeTax, rounding, buyer = null }: PriceRules,
): Minor {
  const { priceMinor, priceIncludesTax } = item;
  const code = codeFor(taxCode, buyer);
  if (code === taxCode) {
    return convertPrice(priceMinor, taxCode, priceIncludesTax, pricesIncludeTax, rounding);
  }
  const net = convertPrice(priceMinor, taxCode, priceIncludesTax, false, rounding);
  return convertPrice(net, code, false, pricesIncludeTax, rounding);
}

type RungLine = Omit<PricedLine, keyof TaxedLine> & { code: TaxCode };

function ringLine(
  line: TicketLine,
  catalogue: Catalogue,
  rules: PriceRules,
  at: string,
): Outcome<Omit<RungLine, 'discountMinor'>> {
  const code = (id: number) => catalogue.taxCodes.find((taxCode) => taxCode.id === id);
  if ('itemId' in line) {
    const item = catalogue.items.find(({ id }) => id === line.itemId);
    const taxCode = item && code(item.taxCodeId);
    if (!item || !taxCode) return refuse('line.unknown', `${at}.itemId`);
    if (!isQuantity(line.quantity)) return refuse('line.quantity', `${at}.quantity`);
    if (!isQuantity(line.quantity, item.decimals)) {
      return refuse('line.decimals', `${at}.quantity`, { decimals: item.decimals });
    }
    const quantity = decimal(line.quantity);
    const listPriceMinor = listPrice(item, taxCode, rules);
    const unitPriceMinor = minor(line.unitPriceMinor ?? listPriceMinor);
    const amountMinor = multiply(unitPriceMinor, quantity, 'halfUp');
    if (unitPriceMinor < 0 || amountMinor > MAX_AMOUNT_MINOR) {
      return refuse('line.amount', `${at}.unitPriceMinor`);
    }
    return accept({
      departmentId: item.departmentId,
      itemId: item.id,
      description: item.name,
      quantity: line.quantity,
      unitPriceMinor,
      amountMinor,
      listMinor: multiply(listPriceMinor, quantity, 'halfUp'),
      code: codeFor(taxCode, rules.buyer ?? null),
    });
  }
  const department = catalogue.departments.find(({ id }) => id === line.departmentId);
  const taxCode = department && code(department.taxCodeId);
  if (!department || !taxCode) return refuse('line.unknown', `${at}.departmentId`);
  if (line.amountMinor <= 0 || line.amountMinor > MAX_AMOUNT_MINOR) {
    return refuse('line.amount', `${at}.amountMinor`);
  }
  return accept({
    departmentId: department.id,
    itemId: null,
    description: department.name,
    quantity: '1',
    unitPriceMinor: minor(line.amountMinor),
    amountMinor: minor(line.amountMinor),
    listMinor: minor(line.amountMinor),
    code: codeFor(taxCode, rules.buyer ?? null),
  });
}
