import { percent } from '@abacist/core/money';
import {
  addPart,
  amountOf,
  draftFor,
  draftOf,
  draftOfLine,
  taxInside,
  toCommand,
} from './draft';

const FOOD = { id: 2, parts: [{ authorityId: 1, rate: percent('5') }] };
const stamps = { ...draftOf('paidOut'), party: ' Post office ' };
stamps.parts[0]!.amount = '5';

test('what is typed becomes a command: its amount is the sum of its parts', () => {
  expect(toCommand(stamps, { drawerId: 1 }, 'CAD')).toEqual({
    kind: 'paidOut',
    drawerId: 1,
    amountMinor: 5_00,
    party: 'Post office',
    words: '',
    parts: [{ account: 'expenses', amountMinor: 5_00, taxCodeId: null, words: '' }],
  });
  const two = addPart(stamps);
  expect(amountOf(two, 'CAD')).toBeNull();
  two.parts[1]!.amount = '1.25';
  expect(toCommand(two, { drawerId: 1 }, 'CAD')).toMatchObject({
    amountMinor: 6_25,
    parts: [{ amountMinor: 5_00 }, { amountMinor: 1_25 }],
  });
});

test('nothing is sent without an amount, nor an expense that says nothing', () => {
  expect(toCommand({ ...stamps, party: ' ' }, { drawerId: 1 }, 'CAD')).toBeNull();
  expect(toCommand(draftOf('drop'), { drawerId: 1 }, 'CAD')).toBeNull();
  for (const amount of ['0', '-5', '5.005', 'five'])
    expect(toCommand({ ...draftOf('drop'), amount }, { drawerId: 1 }, 'CAD')).toBeNull();
  expect(
    toCommand({ ...draftOf('drop'), amount: '60' }, { drawerId: 1 }, 'CAD'),
  ).toMatchObject({
    amountMinor: 60_00,
    parts: [],
  });
});

test('another kind keeps the amount; words and accounts are its own', () => {
  const drop = draftOf('drop', stamps);
  expect(drop).toMatchObject({ amount: '5', parts: [], party: '', words: '' });
  expect(draftOf('moneyIn', drop).parts).toEqual([
    { account: 'otherIncome', amount: '5', taxCodeId: null, words: '' },
  ]);
});

test('what was typed last for a party comes back as it was', () => {
  const known = {
    kind: 'paidOut' as const,
    party: 'Post office',
    words: 'Stamps',
    parts: [{ account: 'expenses' as const, amountMinor: 5_00, taxCodeId: 2, words: '' }],
  };
  const draft = draftFor(known, 'CAD');
  expect(toCommand(draft, { drawerId: 1 }, 'CAD')).toMatchObject({
    ...known,
    amountMinor: 5_00,
  });
  // 5.00 with 5 % inside: 0.24, the worked figure of the books.
  expect(taxInside(draft.parts[0]!, [FOOD], 'halfUp', 'CAD')).toBe(24);
  expect(taxInside({ ...draft.parts[0]!, amount: '' }, [FOOD], 'halfUp', 'CAD')).toBe(0);
});

test('a line of the bank says the account, the amount and the words already', () => {
  const line = { bankAccountId: 2, amountMinor: -18_50, text: 'MONTHLY PLAN CHARGE' };
  const draft = draftOfLine('paidByBank', line, 'CAD', 'bankCharges');
  expect(draft).toMatchObject({ bankAccountId: 2, words: 'MONTHLY PLAN CHARGE' });
  expect(toCommand(draft, { drawerId: 1, bankAccountId: 1 }, 'CAD')).toMatchObject({
    ...{ kind: 'paidByBank', bankAccountId: 2, amountMinor: 18_50 },
    parts: [{ account: 'bankCharges', amountMinor: 18_50 }],
  });
  // The owner's has no parts: the whole line is it.
  expect(draftOfLine('ownerDrawsBank', line, 'CAD', 'bankCharges')).toMatchObject({
    amount: '18.50',
    parts: [],
  });
});
