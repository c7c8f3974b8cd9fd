import type { SaleCommand } from '@abacist/contracts';
import {
  buyerTax,
  writesTax,
  type BuyerTax,
  type TicketCustomer,
} from '@abacist/core/customers';
import type { TaxCode } from '@abacist/core/tax';
import type { CommandContext } from '../context';
import { readCustomers } from '../customers/read';
import { row } from '../db/pool';
import { refuseWith } from '../http/errors';

/** Who buys and who sells on a ticket, and what that makes of its prices and its tax. */
export type Parties = {
  customerId: number | null;
  customerName: string | null;
  salespersonId: number;
  pricesIncludeTax: boolean;
  buyer: BuyerTax | null;
};

/**
 * The parties of a ticket. Unless the person says otherwise, prices are written as the
 * customer's papers write them, and the person who rings it is who sold it.
 * @throws HttpError 422 `customer.unknown`, `sale.salesperson`
 */
export async function partiesOf(
  { tx, shop, actor, today }: CommandContext,
  command: Pick<SaleCommand, 'customer' | 'pricesIncludeTax' | 'salespersonId'>,
  taxCodes: readonly TaxCode[],
): Promise<Parties> {
  const { customer: named, salespersonId } = command;
  let customer: (TicketCustomer & { name: string }) | null = null;
  if (named && 'id' in named) {
    const [found] = await readCustomers(tx, 'id = ? AND active', [named.id]);
    if (!found) throw refuseWith('customer.unknown', 'customer.id');
    customer = found;
  }
  if (salespersonId !== undefined && salespersonId !== actor.id) {
    const person = await row(tx, 'SELECT id FROM user WHERE id = ? AND active', [
      salespersonId,
    ]);
    if (!person) throw refuseWith('sale.salesperson', 'salespersonId');
  }
  return {
    customerId: named && 'id' in named ? named.id : null,
    customerName: customer?.name ?? (named && 'name' in named ? named.name : null),
    salespersonId: salespersonId ?? actor.id,
    pricesIncludeTax: command.pricesIncludeTax ?? writesTax(customer, shop.pricesIncludeTax),
    buyer: buyerTax(customer, taxCodes, today),
  };
}
