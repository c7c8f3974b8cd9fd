import { readStatement, type StatementDraft } from './statementDraft';

const movement = (id: number, date: string, amountMinor: number) => ({
  ...{ id, date, amountMinor, number: `PO-${id}`, party: '', words: '' },
});
const open = [
  movement(1, '2026-03-02', 42_00),
  movement(2, '2026-03-09', -40_00),
  movement(3, '2026-04-01', 10_50),
];
const card = {
  last: { date: '2026-02-28', balanceMinor: 40_00, dueOn: null, leftMinor: 0 },
  open,
};
const draft: StatementDraft = { date: '2026-03-31', balance: '42.00', dueOn: '', off: [] };
const read = (change: Partial<StatementDraft>, of = card) =>
  readStatement({ ...draft, ...change }, of, 'CAD');

test('all up to its day is ticked, what is later waits, and one that agrees can be kept', () => {
  expect(read({})).toMatchObject({
    chargedMinor: 42_00,
    paidMinor: -40_00,
    expectedMinor: 42_00,
    differenceMinor: 0,
    later: { count: 1, minor: 10_50 },
    command: { date: '2026-03-31', balanceMinor: 42_00, dueOn: null, actIds: [1, 2] },
  });
});

test('what is taken off changes what it should say; nothing is kept that differs', () => {
  expect(read({ off: [1] })).toMatchObject({
    expectedMinor: 0,
    differenceMinor: 42_00,
    command: null,
  });
  expect(read({ off: [1], balance: '0.00' }).command).toMatchObject({ actIds: [2] });
  // The bank of the card may owe.
  expect(read({ off: [1], balance: '-5' }).differenceMinor).toBe(-5_00);
});

test.each([
  ['no day', { date: 'soon' }],
  ['no amount', { balance: '' }],
  ['words for an amount', { balance: 'all' }],
  ['a day to pay by that is none', { dueOn: 'soon' }],
])('%s: it waits', (_name, change) => {
  expect(read(change).command).toBeNull();
});

test('a first statement begins with nothing', () => {
  const first = read({ date: '2026-03-05' }, { last: null as never, open });
  expect(first).toMatchObject({ expectedMinor: 42_00, command: { actIds: [1] } });
});
