import type { SearchHit } from '@abacist/contracts';
import { pageOfHit } from './HitRow';

jest.mock('~/i18n', () => ({ useWords: jest.fn() }));
jest.mock('~/i18n/useFormat', () => ({ useDates: jest.fn() }));
jest.mock('~/ui/Box', () => ({}));
jest.mock('~/ui/Money', () => ({}));
jest.mock('~/ui/Text', () => ({}));

const slip: SearchHit = {
  kind: 'document',
  document: 'slip',
  number: 'D-1',
  date: '2026-03-03',
  amountMinor: 12_00,
  customer: null,
  entryId: 9,
  saleId: null,
  subjectId: 1,
  undone: false,
};

test('each kind of hit leads to its own page; what has none leads nowhere', () => {
  const named = { id: 4, name: 'Gannet', number: 'C-4' };
  const hits: SearchHit[] = [
    slip,
    { ...slip, document: 'sale', saleId: 7 },
    { ...slip, document: 'accountStatement', entryId: null },
    { kind: 'account', ...named, balanceMinor: 0 },
    { kind: 'customer', ...named },
    { kind: 'item', id: 4, name: 'Rope', code: 'R12', priceMinor: 3_40 },
    { kind: 'line', id: 4, text: 'DEPOSIT', date: '2026-03-03', amountMinor: 1, open: true },
  ];
  expect(hits.map(pageOfHit)).toEqual([
    '/bank/slips/1',
    '/sales/7',
    null,
    '/accounts/4',
    '/customers/4',
    '/books/items/4',
    '/lines/4',
  ]);
});
