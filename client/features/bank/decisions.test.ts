import type { LineView } from '@abacist/contracts';
import { decisionsOf, placeIn } from './decisions';

const TODAY = '2026-03-10';
const line = (id: number, more: Partial<LineView> = {}): LineView => ({
  id,
  date: '2026-03-02',
  amountMinor: 100 * id,
  text: `line ${id}`,
  references: [],
  note: null,
  status: 'open',
  taught: null,
  match: null,
  ...more,
});
const noted = (askOn: string) => ({ note: { note: 'asked', askOn, by: 'Osric' } });
const TAUGHT = { taught: { ruleId: 1, name: 'rent', answer: { is: 'ownTransfer' } } as never };

test('what waits stands in the order of its work; a line that asks again later comes last, on its day it is back', () => {
  const proposal = { lines: [line(1), line(2)], movements: [], grade: 1, rivals: [] } as never;
  const reserved = { line: line(3), movement: { key: 'slip 9' }, differenceMinor: 5 } as never;
  const all = decisionsOf(
    {
      proposals: [proposal],
      reserved: [reserved],
      openLines: [
        line(4, noted('2026-03-11')),
        line(5, noted(TODAY)),
        line(6, TAUGHT),
        line(7),
        line(8, TAUGHT),
      ],
    },
    TODAY,
  );
  expect(all.map(({ key }) => key)).toEqual([
    'proposal 1 2',
    'taught',
    'reserved 3 slip 9',
    'open 5',
    'open 7',
    'open 4',
  ]);
  expect(all[1]).toMatchObject({ lines: [{ id: 6 }, { id: 8 }] });
});

test('what is shown stays in sight when something before it comes or goes', () => {
  const keys = (...all: string[]) => all.map((key) => ({ key }));
  const shown = { key: 'b', index: 1 };
  expect(placeIn(keys('a', 'b', 'c'), shown)).toBe(1);
  expect(placeIn(keys('b', 'c'), shown)).toBe(0);
  expect(placeIn(keys('x', 'a', 'b'), shown)).toBe(2);
  expect(placeIn(keys('a', 'c'), shown)).toBe(1);
  expect(placeIn(keys('a'), shown)).toBe(0);
});
