import { helpOf, placeOf } from './placeOf';

test('what is opened from a place belongs to it, wherever its address stands', () => {
  expect(['/counter/pay', '/sales/5', '/orders', '/customers/3'].map(placeOf)).toEqual([
    'counter',
    'counter',
    'counter',
    'counter',
  ]);
  expect(
    ['/trail/2026-03-02/cash', '/lines/4', '/books/tenders', '/accounts/1'].map(placeOf),
  ).toEqual(['days', 'bank', 'books', 'accounts']);
  expect(placeOf('/loose-ends')).toBeUndefined();
  expect(helpOf('/lines/4')).toBe('/help?place=bank');
});
