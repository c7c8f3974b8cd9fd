import type { StatementMapping } from '@abacist/core/statementMapping';
import { outWordsOf, withColumn, withParted } from './change';

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

test('parted otherwise its columns are said anew; words are told apart by commas', () => {
  const tabs = withParted({ ...MAPPING, heads: ['a'] }, 'tab');
  expect(tabs).toMatchObject({
    ...{ heads: null, columns: [], shape: { kind: 'delimited', delimiter: '\t' } },
  });
  expect(withColumn(tabs, 2, 'date').columns).toEqual([null, null, 'date']);
  expect(outWordsOf(' D, debit;;Out ,d')).toEqual(['d', 'debit', 'out']);
});
