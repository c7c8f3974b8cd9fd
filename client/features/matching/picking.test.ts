import { differenceOf, likeliestFirst, mayMatch, onlyOne, toggled } from './picking';

const movement = (key: string, amountMinor: number, dueDate = '2026-03-02') => ({
  ...{ key, amountMinor, dueDate },
});
const LINE = { id: 1, amountMinor: 300_00, date: '2026-03-03' };

test('the difference runs along with what is picked, on either side', () => {
  const movements = [movement('slip 1', 100_00), movement('slip 2', 200_00)];
  const lines = [LINE, { id: 2, amountMinor: -50_00 }];
  const apart = (keys: string[], lineIds: number[]) =>
    differenceOf({ movements: keys, lineIds }, movements, lines);
  expect(apart([], [1])).toBe(300_00);
  expect(apart(['slip 1'], [1])).toBe(200_00);
  expect(apart(['slip 1', 'slip 2'], [1])).toBe(0);
  expect(apart(['slip 1'], [1, 2])).toBe(150_00);
});

test('several are matched with one; several with several never are', () => {
  expect(mayMatch({ movements: [], lineIds: [1] })).toBe(false);
  expect(mayMatch({ movements: ['slip 1', 'slip 2'], lineIds: [1] })).toBe(true);
  expect(mayMatch({ movements: ['slip 1'], lineIds: [1, 2] })).toBe(true);
  expect(mayMatch({ movements: ['slip 1', 'slip 2'], lineIds: [1, 2] })).toBe(false);
});

test('just the amount comes first, then its sign, then the nearest day', () => {
  const list = [
    movement('other sign', -300_00, '2026-03-03'),
    movement('far', 10_00, '2026-02-01'),
    movement('near', 20_00, '2026-03-02'),
    movement('just it', 300_00, '2026-01-05'),
  ];
  expect(likeliestFirst(list, LINE, ({ dueDate }) => dueDate).map(({ key }) => key)).toEqual([
    ...['just it', 'near', 'far', 'other sign'],
  ]);
  expect(onlyOne(list, LINE)).toEqual([list[3]]);
  expect(onlyOne([...list, list[3]!], LINE)).toEqual([]);
  expect(toggled(toggled(['a'], 'b'), 'a')).toEqual(['b']);
});
