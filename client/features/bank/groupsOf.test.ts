import { groupsOf } from './groupsOf';

const side = (movements: number, lines: number) =>
  groupsOf({
    movements: Array.from({ length: movements }, (_, i) => ({ key: `slip ${i}` })),
    lines: Array.from({ length: lines }, (_, i) => ({ id: i })),
  } as never);

test('a group is accepted whole, a block pair by pair in its order', () => {
  expect(side(1, 1)).toEqual([{ movements: ['slip 0'], lineIds: [0] }]);
  expect(side(3, 1)).toEqual([{ movements: ['slip 0', 'slip 1', 'slip 2'], lineIds: [0] }]);
  expect(side(1, 2)).toEqual([{ movements: ['slip 0'], lineIds: [0, 1] }]);
  expect(side(2, 2)).toEqual([
    { movements: ['slip 0'], lineIds: [0] },
    { movements: ['slip 1'], lineIds: [1] },
  ]);
});
