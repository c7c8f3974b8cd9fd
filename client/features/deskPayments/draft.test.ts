import {
  deskTenders,
  differenceOf,
  emptyDraft,
  emptyPayment,
  toCommand,
  type DeskDraft,
} from './draft';

const WITH = {
  today: '2026-03-04',
  bankAccountId: 1,
  tenders: deskTenders([
    { id: 1, name: 'Cash', kind: 'cash' },
    { id: 5, name: 'Cheque', kind: 'cheque' },
    { id: 6, name: 'Bank transfer', kind: 'transfer' },
  ]),
};
const DORY = { id: 7, name: 'Lobster boat Dory' };
const draft = (more: Partial<DeskDraft> = {}): DeskDraft => ({
  ...emptyDraft('a'),
  total: '120.50',
  payments: [
    { ...emptyPayment('a'), account: DORY, amount: '100', number: '501' },
    { ...emptyPayment('b', 6), account: DORY, amount: '20.50', reference: ' Inv 7 ' },
  ],
  ...more,
});

test('the total is said first, and nothing is sent until the payments come to it', () => {
  expect(differenceOf(draft({ total: '125' }), 'CAD')).toBe(-4_50);
  expect(toCommand(draft({ total: '125' }), WITH, 'CAD')).toBeNull();
  expect(toCommand(draft(), WITH, 'CAD')).toEqual({
    date: '2026-03-04',
    totalMinor: 120_50,
    payments: [
      {
        chargeAccountId: 7,
        tender: {
          kind: 'cheque',
          tenderId: 5,
          amountMinor: 100_00,
          cheque: { number: '501', drawnBy: 'Lobster boat Dory', dated: '2026-03-04' },
        },
        later: false,
      },
      {
        chargeAccountId: 7,
        tender: {
          kind: 'transfer',
          tenderId: 6,
          amountMinor: 20_50,
          bankAccountId: 1,
          reference: 'Inv 7',
        },
        later: false,
      },
    ],
    slip: null,
  });
});

test('what is missing keeps it back: a payer, a number, a date that is one, a tender of the shop', () => {
  const [first, second] = draft().payments;
  for (const broken of [
    { ...first!, account: null },
    { ...first!, number: ' ' },
    { ...first!, dated: 'soon' },
  ]) {
    expect(toCommand(draft({ payments: [broken, second!] }), WITH, 'CAD')).toBeNull();
  }
  expect(toCommand(draft({ date: 'soon' }), WITH, 'CAD')).toBeNull();
  // Cash is none of those that the desk takes.
  expect(WITH.tenders.map(({ name }) => name)).toEqual(['Cheque', 'Bank transfer']);
  const [cheque] = WITH.tenders;
  expect(toCommand(draft(), { ...WITH, tenders: [cheque!] }, 'CAD')).toBeNull();
  expect(toCommand(draft({ payments: [], total: '0' }), WITH, 'CAD')).toBeNull();
});

test('the slip goes to the account that was chosen, under the bag’s number', () => {
  const sent = toCommand(
    draft({ slip: true, bankAccountId: 2, bankReference: ' BAG-7 ' }),
    WITH,
    'CAD',
  );
  expect(sent).toMatchObject({
    slip: { bankAccountId: 2, bankReference: 'BAG-7' },
    payments: [{}, { tender: { bankAccountId: 2 } }],
  });
});
