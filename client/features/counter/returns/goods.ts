import type { CounterItem, CounterSettings } from '@abacist/contracts';
import { parseAmount } from '@abacist/core/money';
import { isQuantity, type TicketLine } from '@abacist/core/sales';

type Departments = Pick<CounterSettings, 'departments'>;

/** One of the goods that come back without their sale, as it will stand on the ticket. */
export type Goods = { line: TicketLine; name: string; item: CounterItem | null };

export type PickedGoods = {
  by: 'item' | 'amount';
  search: string;
  item: CounterItem | null;
  quantity: string;
  price: string;
  departmentId: string;
};

/** Nothing is picked yet. */
export const nothingPicked = (settings: Departments): PickedGoods => ({
  by: 'item',
  search: '',
  item: null,
  quantity: '1',
  price: '',
  departmentId: String(settings.departments[0]?.id ?? ''),
});

/** What is picked as goods; null while it is not complete. @param listMinor the item's own price */
export function goodsOf(
  { by, item, quantity, price, departmentId }: PickedGoods,
  settings: Departments,
  listMinor: number,
  currency: string,
): Goods | null {
  const read = parseAmount(price, currency);
  if (!read.ok) return null;
  if (by === 'amount') {
    const department = settings.departments.find(({ id }) => String(id) === departmentId);
    if (!department || read.value <= 0) return null;
    const line = { departmentId: department.id, amountMinor: read.value };
    return { line, name: department.name, item: null };
  }
  if (!item || read.value < 0 || !isQuantity(quantity, item.decimals)) return null;
  // A price that is the item's own is not named: only another one asks for somebody's word.
  const own = read.value === listMinor ? {} : { unitPriceMinor: read.value };
  return { line: { itemId: item.id, quantity, ...own }, name: item.name, item };
}
