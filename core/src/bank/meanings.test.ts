import { meaningsOf } from './meanings';

test('money that came in is no returned cheque, money that left no payment; either may be ours', () => {
  const either = ['ownTransfer', 'tax', 'ours', 'several', 'later'];
  const [came, left] = [meaningsOf(5_00), meaningsOf(-5_00)];
  expect(came).toEqual(expect.arrayContaining([...either, 'payment', 'bag', 'interest']));
  expect(left).toEqual(
    expect.arrayContaining([...either, 'returnedCheque', 'charge', 'feeBill']),
  );
  expect(came.filter((kind) => left.includes(kind))).toEqual(
    expect.not.arrayContaining(['payment', 'bag', 'interest', 'returnedCheque', 'charge']),
  );
});
