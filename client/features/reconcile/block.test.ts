import { blockOf } from './block';

const DONE = {
  ...{ id: 1, number: 'RC-1', asOf: '2026-03-31', statementMinor: 5, by: 'Osric', at: '' },
  reopened: null,
};
const BACK = { ...DONE, reopened: { number: 'RO-1', by: 'Tamsin', at: '', reason: 'late' } };
const MARCH = {
  ...{ asOf: '2026-03-31', statementMinor: 5, differenceMinor: 0, linesOpen: 0 },
  finished: [],
};

test.each([
  [{}, null],
  [{ finished: [DONE] }, 'finished'],
  [{ asOf: '2026-02-28', finished: [DONE] }, 'finished'],
  [{ asOf: '2026-04-30', finished: [DONE] }, null],
  [{ finished: [BACK] }, null],
  [{ statementMinor: null }, 'notCovered'],
  [{ linesOpen: 1, differenceMinor: 3 }, 'linesOpen'],
  [{ differenceMinor: -1 }, 'differs'],
])('with %j a statement of March is kept open by %s', (over, block) => {
  expect(blockOf({ ...MARCH, ...over })).toBe(block);
});
