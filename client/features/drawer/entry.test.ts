import { denominations, rollPieces } from '@abacist/core/money';
import fc from 'fast-check';
import { readCards, readCount, readEntry } from './entry';

const CAD = { currency: 'CAD', rollPieces: rollPieces('CAD') };

test('a roll stands for its pieces, and an amount for both', () => {
  // A roll of quarters holds 40 in Canada: common practice.
  expect(readEntry(25, { pieces: '3', rolls: '2' }, { currency: 'CAD', inRoll: 40 })).toEqual({
    pieces: 83,
    rolls: 2,
    minor: 20_75,
    wrong: false,
  });
  expect(
    readEntry(
      25,
      { pieces: '3', rolls: '2', amount: '20.75' },
      { currency: 'CAD', inRoll: 40 },
    ),
  ).toMatchObject({
    pieces: 83,
    rolls: 0,
  });
});

test('whatever way it is counted, it comes to the same', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...denominations('CAD')),
      fc.nat(200),
      fc.nat(9),
      (value, pieces, rolls) => {
        const inRoll = CAD.rollPieces[value];
        const all = pieces + rolls * (inRoll ?? 0);
        const typed = { [value]: { pieces: String(pieces), rolls: String(rolls) } };
        const amount = { [value]: { amount: ((value * all) / 100).toFixed(2) } };
        expect(readCount(typed, CAD).count).toEqual({ [value]: all });
        expect(readCount(typed, CAD).totalMinor).toBe(value * all);
        expect(readCount(amount, CAD)).toMatchObject({
          count: { [value]: all },
          totalMinor: value * all,
          wrong: false,
        });
        const besideIt = { [value]: { amount: ((value * all + 1) / 100).toFixed(2) } };
        expect(readCount(besideIt, CAD)).toMatchObject({ wrong: true, totalMinor: 0 });
      },
    ),
  );
});

test('what is empty is neither counted nor compared', () => {
  expect(readCount({ 500: { pieces: '' }, 25: { amount: ' ' } }, CAD)).toMatchObject({
    count: {},
  });
  expect(readCards({ a: '', b: '12.50', c: 'x', d: '-3' }, 'CAD')).toEqual([
    { pot: 'b', terminalMinor: 12_50 },
    { pot: 'd', terminalMinor: -3_00 },
  ]);
});
