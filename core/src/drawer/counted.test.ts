import fc from 'fast-check';
import { rollPieces } from '../money';
import { checkRolls, countAsks } from '.';

const CAD = rollPieces('CAD');

test('rolls never hold more than was counted, and only coins come in rolls', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...Object.keys(CAD)),
      fc.nat(400),
      fc.nat(12),
      (value, pieces, full) => {
        const refused = checkRolls({ [value]: pieces }, { [value]: full }, CAD);
        expect(refused === undefined).toBe(full * CAD[value]! <= pieces);
      },
    ),
  );
  expect(checkRolls({ 2000: 100 }, { 2000: 1 }, CAD)).toMatchObject({
    refusals: [{ code: 'count.rolls', at: 'rolls.2000' }],
  });
  expect(checkRolls({ 25: 80 }, { 25: 1.5 }, CAD)).toBeDefined();
});

test('a large difference is asked for once more, without its figure where one counts blind', () => {
  const asks = (differenceMinor: number, more = {}) =>
    countAsks({
      differenceMinor,
      askAboveMinor: 20_00,
      blind: false,
      twoSign: false,
      ...more,
    });
  expect(asks(20_00)).toEqual([]);
  expect(asks(-20_05)).toEqual([
    { code: 'rule.countShort', approver: 'clerk', params: { amountMinor: 20_05 } },
  ]);
  expect(asks(20_05)).toMatchObject([{ code: 'rule.countOver' }]);
  expect(asks(20_05, { blind: true })).toEqual([
    { code: 'rule.countDiffersBlind', approver: 'clerk' },
  ]);
  expect(asks(-900_00, { askAboveMinor: null })).toEqual([]);
  expect(asks(0, { twoSign: true })).toMatchObject([
    { code: 'rule.countSigned', byAnother: true },
  ]);
});
