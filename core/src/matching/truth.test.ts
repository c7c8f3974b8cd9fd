import { match } from './match';
import { plantedMonths, type Planting } from './planted';
import { candidatesOfMonth, ids, settle } from './slowly';
import type { Group } from './types';

/*
 * Months whose truth is known. `TRUTH_MONTHS=10000 npx jest --selectProjects core truth` tries more of them and
 * prints what they came to.
 */
const MONTHS = Number(process.env['TRUTH_MONTHS'] ?? 120);
const SHOPS: [string, Omit<Planting, 'seed' | 'days'>][] = [
  ['a shop', { amounts: 200_000 }],
  ['a kiosk of a few equal amounts', { amounts: 6 }],
  ['a crowded kiosk', { amounts: 6, busy: 3 }],
];
const key = ({ movementIds, lineIds }: Group) => `${ids(movementIds)}=${ids(lineIds)}`;

/** What months came to: how many groups there are in truth, how many are certain, and those that are false. */
function tried(planting: Omit<Planting, 'seed' | 'days'>, months: number) {
  const sum = { truth: 0, certain: 0, several: 0, falseGrades: [] as number[] };
  for (let seed = 1; seed <= months; seed += 1) {
    const { truth, ...input } = plantedMonths({ seed, days: 30, ...planting });
    const trulyOne = new Set(truth.map(key));
    const { certain } = match(input)!;
    sum.truth += truth.length;
    sum.certain += certain.length;
    sum.several += certain.filter((g) => g.movementIds.length + g.lineIds.length > 2).length;
    for (const group of certain)
      if (!trulyOne.has(key(group))) sum.falseGrades.push(group.grade);
  }
  if (process.env['TRUTH_MONTHS']) console.log(JSON.stringify(planting), JSON.stringify(sum));
  return sum;
}

test.each(SHOPS)('of %s whose data are complete, no certain group is false', (_, planting) => {
  const { truth, certain, several, falseGrades } = tried(planting, Math.ceil(MONTHS / 3));
  expect(falseGrades).toEqual([]);
  // And it is no empty promise: most are certain, those of several members too.
  expect(certain / truth).toBeGreaterThan(planting.amounts === 6 ? 0.5 : 0.8);
  expect(several).toBeGreaterThan(0);
});

test('with losses and with lines of nothing that the books have, none by a reference is false', () => {
  for (const [, planting] of SHOPS) {
    const { certain, falseGrades } = tried(
      { ...planting, strangers: 8 },
      Math.ceil(MONTHS / 10),
    );
    expect(falseGrades.filter((grade) => grade === 3)).toEqual([]);
    // Equal amounts of one kind, of which one was lost: what is recorded has no other explanation.
    expect(falseGrades.length).toBeLessThan(certain * 0.03);
  }
});

test('whole months: the same certain groups as an enumerator of its own finds, bit by bit', () => {
  for (let seed = 1; seed <= 4; seed += 1)
    for (const strangers of [0, 6])
      for (const amounts of [6, 40, 200_000]) {
        const { truth: _, ...input } = plantedMonths({ seed, days: 45, amounts, strangers });
        const { certain } = match(input)!;
        expect(
          certain.map((group) => `${key(group)} ${group.grade} ${group.round}`).sort(),
        ).toEqual(settle(candidatesOfMonth(input)).certain);
      }
});
