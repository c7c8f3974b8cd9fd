import type { CountPoint } from '@abacist/contracts';
import { ALL, choices, figuresOf, marked } from './figures';

const point = (
  date: string,
  drawer: string,
  by: string,
  differenceMinor: number,
): CountPoint => ({
  number: 'C-1',
  date,
  drawerId: 1,
  drawer,
  userId: 1,
  by,
  differenceMinor,
  note: '',
});
/** 2026-03-02 is a Monday. */
const POINTS = [
  point('2026-03-01', 'Shop', 'Fenella', 5),
  point('2026-03-02', 'Shop', 'Fenella', 0),
  point('2026-03-02', 'Hatch', 'Osric', -10),
  point('2026-03-03', 'Shop', 'Osric', -20_00),
];

test('one drawer, one clerk, one weekday or all: the counts that fit, in the order of time', () => {
  const of = (asked: object) =>
    figuresOf(POINTS, { ...ALL, ...asked }, 5).shown.map(
      ({ differenceMinor }) => differenceMinor,
    );
  expect(of({})).toEqual([5, 0, -10, -20_00]);
  expect(of({ drawer: 'Shop' })).toEqual([5, 0, -20_00]);
  expect(of({ drawer: 'Shop', by: 'Osric' })).toEqual([-20_00]);
  expect(of({ weekday: '1' })).toEqual([0, -10]);
});

test('each way of telling them apart adds up to all; a week begins with Monday', () => {
  expect(choices(POINTS, 'weekday')).toEqual(['1', '2', '0']);
  const { groups } = figuresOf(POINTS, ALL, 5);
  for (const { rows } of groups) {
    expect(rows.reduce((sum, { totalMinor }) => sum + totalMinor, 0)).toBe(-20_05);
    expect(rows.reduce((sum, { count }) => sum + count, 0)).toBe(4);
  }
  expect(groups[1]!.rows).toMatchObject([
    { value: 'Fenella', count: 2, totalMinor: 5, meanMinor: 3 },
    { value: 'Osric', count: 2, totalMinor: -20_10 },
  ]);
});

test('what a signal marks are its counts, both ends too', () => {
  expect([
    ...marked([
      { kind: 'outside', from: 2, to: 2 },
      { kind: 'below', from: 4, to: 6 },
    ]),
  ]).toEqual([2, 4, 5, 6]);
});
