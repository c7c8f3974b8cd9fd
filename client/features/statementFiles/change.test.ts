import type { StatementMapping } from '@abacist/core/statementMapping';
import { outWordsOf, withColumn, withHeads } from './change';

const MAPPING: StatementMapping = {
  ...{ shape: { kind: 'delimited', delimiter: ';' }, heads: null, dates: 'ymd' },
  ...{ decimals: '.', out: 'minus', outWords: ['d'] },
  columns: ['date', 'text', null, 'amount'],
};

test('a meaning that stands once moves to its new column; a text may stand in several', () => {
  expect(withColumn(MAPPING, 2, 'amount').columns).toEqual(['date', 'text', 'amount', null]);
  expect(withColumn(MAPPING, 2, 'text').columns).toEqual(['date', 'text', 'text', 'amount']);
  expect(withColumn(MAPPING, 0, null).columns).toEqual([null, 'text', null, 'amount']);
});

test('other heads leave the columns as they are; words are told apart by commas', () => {
  expect(withHeads(MAPPING, ['a', 'b', 'c', 'd']).columns).toBe(MAPPING.columns);
  expect(outWordsOf(' D, debit;;Out ,d')).toEqual(['d', 'debit', 'out']);
});
