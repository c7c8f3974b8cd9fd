import type { CounterItem } from '@abacist/contracts';
import { goodsOf, nothingPicked } from './goods';

const settings = {
  departments: [
    { id: 3, name: 'Rope', taxCodeId: 1 },
    { id: 5, name: 'Paint', taxCodeId: 1 },
  ],
} as Parameters<typeof nothingPicked>[0];
const rope = { id: 7, name: 'Mooring rope', decimals: 1 } as CounterItem;
const LIST = 14_50;
const goods = (change: object) =>
  goodsOf({ ...nothingPicked(settings), ...change }, settings, LIST, 'CAD');

test('an item at its own price names no price, so that nobody is asked for one', () => {
  expect(goods({ item: rope, quantity: '2.5', price: '14.50' })).toEqual({
    line: { itemId: 7, quantity: '2.5' },
    name: 'Mooring rope',
    item: rope,
  });
  expect(goods({ item: rope, price: '12' })?.line).toEqual({
    itemId: 7,
    quantity: '1',
    unitPriceMinor: 12_00,
  });
});

test.each([
  ['no item', { price: '1.00' }],
  ['no price', { item: rope }],
  ['a price below nothing', { item: rope, price: '-1' }],
  ['more decimals than it is sold in', { item: rope, quantity: '1.25', price: '1' }],
  ['an amount of nothing', { by: 'amount', price: '0' }],
  ['a department that is gone', { by: 'amount', price: '1', departmentId: '9' }],
])('%s is not complete', (_, change) => {
  expect(goods(change)).toBeNull();
});

test('an amount is of its department, whatever item was looked at before', () => {
  expect(goods({ by: 'amount', item: rope, price: '8.50', departmentId: '5' })).toEqual({
    line: { departmentId: 5, amountMinor: 8_50 },
    name: 'Paint',
    item: null,
  });
});
