import { filterOf, NOTHING_TYPED, searchOf } from './documentsView';
import { pageOfDocument } from './where';

test('what is typed in full narrows the list; what is half typed does not yet', () => {
  expect(filterOf(NOTHING_TYPED, 'CAD')).toEqual({});
  const typed = {
    ...NOTHING_TYPED,
    kind: 'sale',
    state: 'undone',
    from: '2026-03-01',
    to: '2026-03-',
    userId: '2',
    customer: { id: 7, name: 'Gannet' },
    least: '−12.5',
    most: '1,0',
  };
  const filter = filterOf(typed, 'CAD');
  expect(filter).toEqual({
    kind: 'sale',
    state: 'undone',
    from: '2026-03-01',
    userId: 2,
    customerId: 7,
    leastMinor: 1250,
  });
  expect(searchOf(filter).toString()).toBe(
    'kind=sale&state=undone&from=2026-03-01&userId=2&customerId=7&leastMinor=1250',
  );
  expect(filterOf({ ...NOTHING_TYPED, kind: 'gift', state: 'lost' }, 'CAD')).toEqual({});
});

test('a document leads to its ticket, to its own page, else to its entry', () => {
  const of = { subjectId: 5, saleId: null, entryId: 9 };
  expect(pageOfDocument({ ...of, kind: 'saleVoid', saleId: 3 })).toBe('/sales/3');
  expect(pageOfDocument({ ...of, kind: 'order', entryId: null })).toBe('/orders/5');
  expect(pageOfDocument({ ...of, kind: 'slip' })).toBe('/bank/slips/5');
  expect(pageOfDocument({ ...of, kind: 'match' })).toBe('/books/journal?entry=9');
  expect(pageOfDocument({ ...of, kind: 'accountStatement', entryId: null })).toBeNull();
});
