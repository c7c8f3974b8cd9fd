import fc from 'fast-check';
import { lanesOf, STAGES, type LaneStep, type Stage } from '.';

const step = (
  kind: string,
  from: LaneStep['from'],
  place: LaneStep['place'],
  amountMinor: number,
  beside: LaneStep['beside'] = [],
): LaneStep => ({ kind, from, place, amountMinor, beside });
const at = (byStage: Partial<Record<Stage, number>>) =>
  ({ byStage: { taken: 0, counted: 0, sent: 0, home: 0, ...byStage } }) as never;

// Monday of the books' own example: 100.00 in cash, stamps of 5.00, a count that is 1.00 short, 94.00 home.
const MONDAY = [
  step('sale', null, 'taken', 100_00),
  step('moneyOut', 'taken', 'spent', 5_00),
  step('drawerClose', 'taken', 'counted', 94_00, [{ place: 'short', amountMinor: 1_00 }]),
  step('slip', 'counted', 'sent', 94_00),
  step('line', 'sent', 'home', 94_00),
];

test('money flows from lane to lane; what goes elsewhere leaves them', () => {
  const lanes = lanesOf(MONDAY, at({ home: 94_00 }))!;
  expect(lanes.map(({ after }) => STAGES.map((stage) => after[stage]))).toEqual([
    [100_00, 0, 0, 0],
    [95_00, 0, 0, 0],
    [0, 94_00, 0, 0],
    [0, 0, 94_00, 0],
    [0, 0, 0, 94_00],
  ]);
  expect(lanes[0]!.flows).toEqual([{ from: null, to: 'taken', amountMinor: 100_00 }]);
  expect(lanes[2]!.flows).toEqual([
    { from: 'taken', to: 'counted', amountMinor: 94_00 },
    { from: 'taken', to: 'out', amountMinor: 1_00 },
  ]);
});

test('a batch takes what was taken; what waits moves nothing', () => {
  const card = [
    step('sale', null, 'taken', 50_00),
    step('batch', null, 'counted', 50_00),
    step('settlement', 'counted', 'sent', 47_00, [{ place: 'spent', amountMinor: 1_00 }]),
    step('waiting', null, 'counted', 2_00),
    step('waiting', null, 'sent', 47_00),
  ];
  const lanes = lanesOf(card, at({ counted: 2_00, sent: 47_00 }))!;
  expect(lanes.at(-1)).toMatchObject({ flows: [], after: { counted: 2_00, sent: 47_00 } });
});

test.each([
  ['what is below zero', [step('sale', null, 'taken', -25_00)], at({ taken: -25_00 })],
  [
    'more than was there',
    [step('sale', null, 'taken', 5), step('drawerClose', 'taken', 'counted', 6)],
    at({ taken: -1, counted: 6 }),
  ],
  ['steps that do not lead to where it is', MONDAY, at({ sent: 94_00 })],
])('%s has no picture', (_, steps, bead) => {
  expect(lanesOf(steps, bead)).toBeNull();
});

test('no cent is lost between two steps, and each begins with what the one before left', () => {
  const place = fc.constantFrom<LaneStep['place']>(
    'taken',
    'counted',
    'sent',
    'home',
    'spent',
  );
  const one = fc.record({
    kind: fc.constantFrom('slip', 'waiting'),
    from: fc.option(place, { nil: null }),
    place,
    amountMinor: fc.integer({ min: 0, max: 50 }),
    beside: fc.array(fc.record({ place, amountMinor: fc.integer({ min: 0, max: 5 }) }), {
      maxLength: 2,
    }),
  });
  fc.assert(
    fc.property(fc.array(one, { maxLength: 6 }), (steps) => {
      const lanes = lanesOf([step('sale', null, 'taken', 200), ...steps], null) ?? [];
      for (const [i, { before, after, flows }] of lanes.entries()) {
        const sum = (of: Record<Stage, number>) =>
          STAGES.reduce((total, stage) => total + of[stage], 0);
        const came = flows
          .filter(({ from, to }) => (from === null || from === 'out') && to !== 'out')
          .reduce((total, { amountMinor }) => total + amountMinor, 0);
        const went = flows
          .filter(({ from, to }) => from !== null && from !== 'out' && to === 'out')
          .reduce((total, { amountMinor }) => total + amountMinor, 0);
        expect(sum(after)).toBe(sum(before) + came - went);
        if (i > 0) expect(before).toEqual(lanes[i - 1]!.after);
      }
    }),
  );
});
