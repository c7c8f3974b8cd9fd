import { meaningsOf } from './meanings';

test('money that came in is no returned cheque, money that left no payment; either may be ours', () => {
  expect(meaningsOf(5_00)).toEqual(['payment', 'chargeback', 'bag', 'outside', 'ours']);
  expect(meaningsOf(-5_00)).toEqual(['returnedCheque', 'chargeback', 'outside', 'ours']);
});
