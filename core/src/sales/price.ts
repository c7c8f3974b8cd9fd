import { decimal, MAX_AMOUNT_MINOR, minor, multiply, sum, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';
import {
  taxByAuthority,
  taxTicket,
  type TaxCode,
  type TaxedLine,
  type TaxRules,
} from '../tax';

/** A line as the counter rings it: an amount of a department, or a quantity of an item. */
export type TicketLine =
  { departmentId: number; amountMinor: number } | { itemId: number; quantity: string };

export type Catalogue = {
  departments: readonly { id: number; name: string; taxCodeId: number }[];
  items: readonly {
    id: number;
    name: string;
    departmentId: number;
    priceMinor: number;
    taxCodeId: number;
  }[];
  /** Codes with the rates of the business day. */
  taxCodes: readonly TaxCode[];
};

export type PricedLine = TaxedLine & {
  departmentId: number;
  itemId: number | null;
  /** The name as it stands on the paper. */
  description: string;
  quantity: string;
  unitPriceMinor: Minor;
  amountMinor: Minor;
};

export type PricedTicket = {
  lines: PricedLine[];
  netMinor: Minor;
  taxMinor: Minor;
  totalMinor: Minor;
  taxes: { authorityId: number; taxMinor: Minor }[];
};

const QUANTITY = /^(?!0+(\.0+)?$)\d{1,6}(\.\d{1,3})?$/;
export const MAX_LINES = 500;

/**
 * Prices a ticket: quantity × price rounded half up to the minor unit, then tax by the rules.
 * The counter shows this while ringing and the server stores the same.
 * Refusals: `ticket.empty`, `ticket.tooLong`, `line.amount`, `line.quantity`, `line.unknown`.
 */
export function priceTicket(
  lines: readonly TicketLine[],
  catalogue: Catalogue,
  rules: TaxRules,
): Outcome<PricedTicket> {
  if (lines.length === 0) return refuse('ticket.empty', 'lines');
  if (lines.length > MAX_LINES) return refuse('ticket.tooLong', 'lines', { most: MAX_LINES });
  const rung: (Omit<PricedLine, keyof TaxedLine> & { code: TaxCode })[] = [];
  for (const [i, line] of lines.entries()) {
    const found = ringLine(line, catalogue, `lines.${i}`);
    if (!found.ok) return found;
    rung.push(found.value);
  }
  const taxed = taxTicket(rung, rules);
  const priced = rung.map(({ code: _code, ...line }, i) => ({ ...line, ...taxed[i]! }));
  const netMinor = sum(priced.map((line) => line.netMinor));
  const taxMinor = sum(priced.map((line) => line.taxMinor));
  const totalMinor = sum([netMinor, taxMinor]);
  if (totalMinor > MAX_AMOUNT_MINOR) return refuse('line.amount', 'lines');
  return accept({
    lines: priced,
    netMinor,
    taxMinor,
    totalMinor,
    taxes: taxByAuthority(taxed),
  });
}

function ringLine(line: TicketLine, catalogue: Catalogue, at: string) {
  const code = (id: number) => catalogue.taxCodes.find((taxCode) => taxCode.id === id);
  if ('itemId' in line) {
    const item = catalogue.items.find(({ id }) => id === line.itemId);
    const taxCode = item && code(item.taxCodeId);
    if (!item || !taxCode) return refuse('line.unknown', `${at}.itemId`);
    if (!QUANTITY.test(line.quantity)) return refuse('line.quantity', `${at}.quantity`);
    const amountMinor = multiply(item.priceMinor, decimal(line.quantity), 'halfUp');
    return accept({
      departmentId: item.departmentId,
      itemId: item.id,
      description: item.name,
      quantity: line.quantity,
      unitPriceMinor: minor(item.priceMinor),
      amountMinor,
      code: taxCode,
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
    code: taxCode,
  });
}
