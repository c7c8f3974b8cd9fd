import type { Mapping } from '@abacist/core/settlementMapping';
import {
  kindOf,
  meaningOf,
  NOTHING,
  withKind,
  withMeaning,
  withParted,
  withScheme,
} from './change';
import { partedOf, typedStarts } from '~/features/tables';

const MAPPING: Mapping = {
  shape: { kind: 'delimited', delimiter: ';' },
  heads: ['Day', 'Amount'],
  columns: { payoutDate: 0, gross: 1 },
  ...{ dates: 'ymd', decimals: '.', deductions: 'plus', schemes: {}, belongs: 'each' },
  kinds: { otherwise: 'leftOut', values: {} },
};

test('a column means one thing, and one thing is one column', () => {
  const moved = withMeaning(MAPPING, 1, 'payoutDate');
  expect(moved.columns).toEqual({ payoutDate: 1 });
  expect([0, 1].map((column) => meaningOf(moved, column))).toEqual([NOTHING, 'payoutDate']);
  expect(withMeaning(moved, 1, NOTHING).columns).toEqual({});
});

test('rows are what their word says, whatever its case; the others are all the same', () => {
  const said = withKind(withKind(MAPPING, 'Sale', 'sale'), null, 'card');
  expect(['SALE', 'sale', 'Refund'].map((word) => kindOf(said, word))).toEqual([
    ...['sale', 'sale', 'card'],
  ]);
});

test('a scheme that is called otherwise keeps what the others are called', () => {
  const both = withScheme(withScheme(MAPPING, 'MRD', 'Meridian'), 'CVS', 'Corvus');
  expect(both.schemes).toEqual({ MRD: 'Meridian', CVS: 'Corvus' });
});

test('parted otherwise, what columns mean is to be said anew', () => {
  expect(partedOf(MAPPING.shape)).toBe('semicolon');
  const tabs = withParted(MAPPING, 'tab');
  expect([partedOf(tabs.shape), tabs.columns, tabs.heads]).toEqual(['tab', {}, null]);
  expect(partedOf(withParted(MAPPING, 'fixed').shape)).toBe('fixed');
});

test.each([
  ['0, 12, 24', [0, 12, 24]],
  ['0 12;24', [0, 12, 24]],
  ['12, 24', null],
  ['0, 24, 12', null],
  ['0, x', null],
  ['', null],
])('columns that begin at “%s”', (typed, starts) => {
  expect(typedStarts(typed)).toEqual(starts);
});
