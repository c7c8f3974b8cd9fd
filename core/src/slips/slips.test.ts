import { assertBalanced } from '../ledger';
import { denominations } from '../money';
import fc from 'fast-check';
import {
  decideBag,
  decideSafeCount,
  decideSlip,
  safePieces,
  slipItems,
  type SafeChange,
  type SlipPart,
} from '.';

const SAFE = [
  { id: 1, takingsDay: '2026-03-01', leftMinor: 500_00, pot: 'cash', chequeDated: null },
  { id: 2, takingsDay: '2026-03-02', leftMinor: 140_00, pot: 'cash', chequeDated: null },
  { id: 3, takingsDay: '2026-03-03', leftMinor: -12_00, pot: 'cash', chequeDated: null },
  {
    id: 4,
    takingsDay: '2026-03-03',
    leftMinor: 299_75,
    pot: 'cheque',
    chequeDated: '2026-03-04',
  },
  {
    id: 5,
    takingsDay: '2026-03-03',
    leftMinor: 50_00,
    pot: 'cheque',
    chequeDated: '2026-03-05',
  },
];
const slip = (bankTotalMinor: number, ...items: [number, number][]) =>
  counted(undefined, bankTotalMinor, ...items);
const counted = (
  count: Record<string, number> | undefined,
  bankTotalMinor: number,
  ...items: [number, number][]
) =>
  decideSlip(
    {
      bankAccountId: 4,
      bankTotalMinor,
      bankReference: 'B 77',
      items: items.map(([safeItemId, amountMinor]) => ({ safeItemId, amountMinor })),
      ...(count && { count }),
    },
    SAFE,
    '2026-03-04',
    denominations('CAD'),
  );

// 500.00 in the safe, then a day of 200.00 taken and 60.00 refunded: 640.00 (common practice).
test('several days go on one slip when the bank agrees', () => {
  const decided = slip(640_00, [1, 500_00], [2, 140_00]);
  if (!decided.ok) throw new Error('refused');
  expect(decided.value.totalMinor).toBe(640_00);
  assertBalanced(decided.value.lines);
});

// One cheque for two accounts: 84.10 + 215.65 is one deposit item of 299.75 (common practice).
test('a cheque goes whole, from the day it bears', () => {
  expect(slip(299_75, [4, 299_75])).toMatchObject({ ok: true });
  expect(slip(84_10, [4, 84_10])).toMatchObject({ refusals: [{ code: 'slip.chequeWhole' }] });
  expect(slip(50_00, [5, 50_00])).toMatchObject({
    refusals: [{ code: 'slip.chequeLater', params: { dated: '2026-03-05' } }],
  });
});

test('a day below zero lowers the slip', () => {
  expect(slip(128_00, [2, 140_00], [3, -12_00])).toMatchObject({ ok: true });
});

test.each<[string, ReturnType<typeof slip>, object]>([
  ['nothing on it', slip(0), { code: 'slip.empty' }],
  [
    'a total that differs',
    slip(640_50, [1, 500_00], [2, 140_00]),
    { code: 'slip.totalDiffers', params: { differenceMinor: 50, totalMinor: 640_00 } },
  ],
  ['more than is left', slip(500_01, [1, 500_01]), { code: 'slip.itemTooMuch' }],
  ['one item twice', slip(300_00, [1, 200_00], [1, 100_00]), { code: 'slip.itemTwice' }],
  ['an item that is gone', slip(5_00, [9, 5_00]), { code: 'slip.itemGone' }],
  ['part of a negative item', slip(1_00, [3, 1_00]), { code: 'slip.itemTooMuch' }],
  ['below zero', slip(-12_00, [3, -12_00]), { code: 'slip.notPositive' }],
])('%s is refused', (_, decided, refusal) => {
  expect(decided).toMatchObject({ ok: false, refusals: [refusal] });
});

test('cash that is counted for the slip is the cash that it takes; cheques are no part of it', () => {
  const both = [[2, 140_00], [4, 299_75]] as [number, number][]; // prettier-ignore
  expect(counted({ 10000: 1, 2000: 2 }, 439_75, ...both)).toMatchObject({ ok: true });
  expect(counted({ 10000: 1, 2000: 1 }, 439_75, ...both)).toMatchObject({
    refusals: [
      { code: 'slip.cashCount', params: { countedMinor: 120_00, cashMinor: 140_00 } },
    ],
  });
  expect(counted({ 3: 1 }, 439_75, ...both)).toMatchObject({
    refusals: [{ code: 'count.denomination', at: 'count.3' }],
  });
});

test('of the cash that is picked just what was counted goes, the oldest first; days below zero and cheques whole', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          leftMinor: fc.integer({ min: -500, max: 5_000 }),
          isCheque: fc.boolean(),
        }),
        { maxLength: 8 },
      ),
      fc.nat(20_000),
      (list, counted) => {
        const picked = list
          .filter(({ leftMinor }) => leftMinor !== 0)
          .map((one, i) => ({
            ...one,
            id: i + 1,
            leftMinor: one.isCheque ? Math.abs(one.leftMinor) : one.leftMinor,
          }));
        const isCash = ({ safeItemId }: { safeItemId: number }) =>
          !picked[safeItemId - 1]!.isCheque;
        const total = (of: readonly { amountMinor: number }[]) =>
          of.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
        const all = slipItems(picked, null);
        expect(total(all)).toBe(picked.reduce((sum, { leftMinor }) => sum + leftMinor, 0));
        const items = slipItems(picked, counted);
        const cash = total(items.filter(isCash));
        expect(cash).toBe(Math.min(counted, total(all.filter(isCash))));
        expect(items.filter((one) => !isCash(one))).toEqual(all.filter((one) => !isCash(one)));
        // None of a later day goes while an older one is not gone whole.
        const parts = items.filter(
          ({ safeItemId, amountMinor }) => amountMinor !== picked[safeItemId - 1]!.leftMinor,
        );
        expect(parts.length).toBeLessThanOrEqual(1);
      },
    ),
  );
});

test('a count of the safe: what differs is over or short of the last day whose cash lies there', () => {
  const of = { denominations: denominations('CAD'), today: '2026-03-09' };
  const cash = SAFE.filter(({ chequeDated }) => chequeDated === null);
  const count = (pieces: Record<string, number>, note = 'Counted twice') =>
    decideSafeCount({ count: pieces, note }, cash, of);
  // 500.00, 140.00 and a day of 12.00 below zero: 628.00.
  const short = count({ 10000: 6, 2000: 1 });
  expect(short).toMatchObject({
    value: {
      expectedMinor: 628_00,
      differenceMinor: -8_00,
      bears: { takingsDay: '2026-03-03', pot: 'cash' },
      broken: [{ code: 'rule.safeShort', params: { amountMinor: 8_00 } }],
    },
  });
  if (!short.ok) throw new Error('refused');
  assertBalanced(short.value.lines);
  expect(short.value.lines).toMatchObject([
    { ledgerAccount: 'safe', amountMinor: -8_00, tag: { takingsDay: '2026-03-03' } },
    { ledgerAccount: 'overAndShort', amountMinor: 8_00, tag: { takingsDay: '2026-03-03' } },
  ]);
  expect(count({ 10000: 6, 2000: 1, 200: 4 })).toMatchObject({
    value: { lines: [], broken: [] },
  });
  expect(count({ 10000: 6 }, ' ')).toMatchObject({ refusals: [{ code: 'safeCount.note' }] });
  expect(count({ 3: 1 })).toMatchObject({ refusals: [{ code: 'count.denomination' }] });
  expect(decideSafeCount({ count: { 500: 1 }, note: 'Found' }, [], of)).toMatchObject({
    value: { differenceMinor: 5_00, bears: { takingsDay: '2026-03-09' } },
  });
});

describe('a slip that the bank counted differently', () => {
  const PARTS: SlipPart[] = [
    { safeItemId: 1, takingsDay: '2026-03-01', pot: 'cash', sessionId: 11 },
    { safeItemId: 2, takingsDay: '2026-03-02', pot: 'broughtIn', sessionId: null },
    { safeItemId: 4, takingsDay: '2026-03-03', pot: 'cheque', sessionId: 13 },
  ];
  const decide = (change: object, overMinor = -20_00) =>
    decideBag(
      { cause: 'miscounted', safeItemId: null, note: '', ...change },
      overMinor,
      PARTS,
      1,
    );

  test('is over and short of the part that is named, else of the last cash and no drawer', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(null, 1, 2, 4),
        fc.integer({ min: -900_00, max: 900_00 }).filter((over) => over !== 0),
        (safeItemId, over) => {
          const decided = decide({ safeItemId }, over);
          if (!decided.ok) throw new Error('refused');
          const bears = PARTS.find((part) => part.safeItemId === safeItemId);
          expect(decided.value.sessionId).toBe(bears?.sessionId ?? null);
          const lines = decided.value.lines('slip 7');
          assertBalanced(lines);
          const { takingsDay, pot } = bears ?? PARTS[1]!;
          expect(lines).toMatchObject([
            { ledgerAccount: 'bankInTransit', amountMinor: over, tag: { takingsDay, pot } },
            { ledgerAccount: 'overAndShort', amountMinor: -over, tag: { takingsDay, pot } },
          ]);
        },
      ),
    );
  });

  test.each([
    [{ safeItemId: 9 }, -1, 'bag.notOnSlip'],
    [{ cause: 'other', note: ' ' }, -1, 'bag.note'],
    [{ cause: 'falseNote' }, 1, 'bag.falseNoteAdds'],
    [{ cause: 'falseNote', safeItemId: 4 }, -1, 'bag.falseCheque'],
  ])('%j of %d is refused', (change, over, code) => {
    expect(decide(change, over)).toMatchObject({ ok: false, refusals: [{ code }] });
  });
});

describe('the pieces in the safe', () => {
  const VALUES = denominations('CAD');
  const someCount = fc.dictionary(
    fc.constantFrom(...VALUES.map(String)),
    fc.integer({ min: 1, max: 9 }),
  );
  const valueOf = (count: Record<string, number>) =>
    Object.entries(count).reduce((sum, [value, pieces]) => sum + Number(value) * pieces, 0);

  test('where they are known they come to its cash, whatever came and went, and slips take them', () => {
    const step = fc.record({
      kind: fc.constantFrom(
        'in' as const,
        'out' as const,
        'uncounted' as const,
        'count' as const,
      ),
      count: someCount,
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
        const changes: SafeChange[] = [];
        // A second way: each piece by itself, and whether somebody knows them all.
        let heap: number[] | null = [];
        let cash = 0;
        const flat = (count: Record<string, number>) =>
          Object.entries(count).flatMap(([value, n]) => Array<number>(n).fill(Number(value)));
        for (const [i, { kind, count }] of steps.entries()) {
          const number = `X-${i}`;
          const value = valueOf(count);
          if (kind === 'count') {
            changes.push({ number, amountMinor: value - cash, pieces: count, counts: true });
            [heap, cash] = [flat(count), value];
          } else if (kind === 'out' && heap) {
            const taken = heap.filter((_, at) => at % 2 === i % 2);
            heap = heap.filter((_, at) => at % 2 !== i % 2);
            const pieces: Record<string, number> = {};
            for (const one of taken) pieces[one] = (pieces[one] ?? 0) + 1;
            const amountMinor = -valueOf(pieces);
            changes.push({ number, amountMinor, pieces });
            cash += amountMinor;
          } else if (kind !== 'out') {
            const known = kind === 'in';
            changes.push({ number, amountMinor: value, pieces: known ? count : null });
            cash += value;
            heap = heap && (known || value === 0) ? [...heap, ...flat(count)] : null;
          }
          if (cash === 0) heap = [];
        }
        const { pieces, unknownSince } = safePieces(changes, cash);
        expect(pieces === null).toBe(heap === null);
        expect(unknownSince === null).toBe(heap !== null);
        if (pieces && heap) {
          expect(valueOf(pieces)).toBe(cash);
          expect(flat(pieces).sort()).toEqual([...heap].sort());
        }
      }),
    );
  });

  test('more of a piece than was there tells that they are not known', () => {
    const changes: SafeChange[] = [
      { number: 'C-1', amountMinor: 40_00, pieces: { 2000: 2 } },
      { number: 'D-1', amountMinor: -10_00, pieces: { 1000: 1 } },
    ];
    expect(safePieces(changes, 30_00)).toEqual({ pieces: null, unknownSince: 'D-1' });
    // More happened before than is told: only an empty safe, or its count, makes them known again.
    expect(safePieces(changes, 90_00)).toEqual({ pieces: null, unknownSince: '' });
    const counted = {
      number: 'SC-1',
      amountMinor: -5,
      pieces: { 10000: 1 },
      counts: true as const,
    };
    expect(safePieces([...changes, counted], 100_00)).toEqual({
      pieces: { 10000: 1 },
      unknownSince: null,
    });
  });
});
