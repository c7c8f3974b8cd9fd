import fc from 'fast-check';
import { handOf, wayOf, type Move } from '.';

const line = (role: Move['lines'][number]['role'], holder: string, amountMinor: number) => ({
  role,
  holder,
  amountMinor,
});
const count = (entryId: number, session: number, item: number, amount: number): Move => ({
  entryId,
  lines: [
    line('drawer', `drawer ${session}`, -amount),
    line('overAndShort', 'spent', 1),
    line('safe', `safeItem ${item}`, amount - 1),
  ],
});
const slip = (entryId: number, of: readonly number[]): Move => ({
  entryId,
  lines: of.flatMap((item) => [
    line('safe', `safeItem ${item}`, -50),
    line('bankInTransit', `slip ${entryId}`, 50),
  ]),
});
const matched = (entryId: number, of: number): Move => ({
  entryId,
  lines: [line('bankInTransit', `slip ${of}`, -50), line('bank', `line ${entryId}`, 50)],
});

test('a ticket’s money goes by its own drawer’s count and the slip that took it, not by others', () => {
  const moves = [
    count(1, 7, 1, 51),
    count(2, 8, 2, 51),
    slip(3, [2]),
    slip(4, [1]),
    matched(5, 4),
  ];
  const { moves: way, reached } = wayOf(moves, [line('drawer', 'drawer 7', 20)]);
  expect(way.map(({ entryId }) => entryId)).toEqual([1, 4, 5]);
  expect([...reached]).toEqual(['drawer drawer 7', 'safe safeItem 1', 'bankInTransit slip 4']);
});

test('what two drawers were short of joins them nowhere; a slip of both does', () => {
  const moves = [count(1, 7, 1, 51), count(2, 8, 2, 51), slip(3, [1, 2]), matched(4, 3)];
  const { moves: way } = wayOf(moves, [line('drawer', 'drawer 7', 20)]);
  expect(way.map(({ entryId }) => entryId)).toEqual([1, 3, 4]);
});

test('every move of the way shares a hand with the way before it, and no move left out does', () => {
  const hand = fc.integer({ min: 1, max: 6 }).map((n) => `safeItem ${n}`);
  const pair = fc.tuple(hand, hand);
  fc.assert(
    fc.property(fc.array(pair, { maxLength: 12 }), hand, (pairs, first) => {
      const moves = pairs.map(([from, to], i): Move => ({
        entryId: i,
        lines: [line('safe', from, -1), line('safe', to, 1)],
      }));
      const { moves: way } = wayOf(moves, [line('safe', first, 1)]);
      const known = new Set([handOf(line('safe', first, 1))]);
      for (const move of moves) {
        const own = move.lines.map(handOf);
        expect(way.includes(move)).toBe(own.some((one) => known.has(one)));
        if (way.includes(move)) for (const one of own) known.add(one);
      }
    }),
  );
});
