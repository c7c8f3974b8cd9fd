import fc from 'fast-check';
import {
  kindOfPot,
  makeBead,
  rodState,
  shapeOfPot,
  STAGES,
  type Bead,
  type BeadPart,
  type PotKind,
} from '.';
import { PLACES, type Place } from '../takings';

const bead = (key: PotKind, parts: BeadPart[], looseMinor = 0): Bead =>
  makeBead({ key, shape: shapeOfPot(key), label: key, looseMinor }, parts);
const rod = (beads: Bead[], change: object = {}) =>
  rodState({
    today: '2026-03-03',
    date: '2026-03-02',
    beads,
    openDrawers: 0,
    homeOn: '2026-03-04',
    ...change,
  });
const at = (place: Place, amountMinor = 100) => [{ place, amountMinor }];

test('a bead stands where its last part stands', () => {
  expect(bead('card', [...at('home', 60), ...at('counted', 40)]).stage).toBe('counted');
  expect(bead('card', at('home')).stage).toBe('home');
  expect(bead('cash', [...at('taken', 0), ...at('sent')]).stage).toBe('sent');
  // In two hands: a slip of 300.00 under way, and its cheque that came back.
  const apart = bead('cheque', [
    ...at('sent', 300_00),
    ...at('sent', -300_00),
    ...at('back', 1),
  ]);
  expect(apart).toMatchObject({ stage: 'sent', byStage: { sent: 0 }, takenMinor: 1 });
  expect(rod([apart])).toMatchObject({ tone: 'waiting', code: 'rod.bothWays' });
});

test('what a bead took is all its parts, and a part stands at one place only', () => {
  const parts = fc.array(
    fc.record({
      place: fc.constantFrom(...PLACES),
      amountMinor: fc.integer({ min: -900, max: 900 }),
    }),
  );
  fc.assert(
    fc.property(parts, (given) => {
      const made = bead('cash', given);
      const told = [...Object.values(made.byStage), ...Object.values(made.beside)];
      expect(told.reduce((total, amount) => total + amount, 0)).toBe(made.takenMinor);
      expect(made.takenMinor).toBe(given.reduce((total, one) => total + one.amountMinor, 0));
      for (const [place, amount] of Object.entries(made.beside)) {
        expect(amount).not.toBe(0);
        expect(STAGES).not.toContain(place);
      }
      // Home is said only where nothing waits.
      const waits = given.some(
        ({ place, amountMinor }) =>
          ['taken', 'counted', 'sent'].includes(place) && amountMinor !== 0,
      );
      expect(made.stage === 'home').toBe(!waits);
    }),
  );
});

test('a pot is known by the first word of its key', () => {
  expect(['card 3 Tidal Debit', 'other 12', 'cash'].map(kindOfPot)).toEqual([
    'card',
    'other',
    'cash',
  ]);
  expect(shapeOfPot('card 3 Tidal Debit')).toBe('card');
});

test.each<[string, ReturnType<typeof rod>, object]>([
  [
    'open today',
    rod([bead('cash', at('taken'))], { openDrawers: 1, today: '2026-03-02' }),
    { tone: 'waiting', code: 'rod.open' },
  ],
  [
    'not counted',
    rod([bead('cash', at('taken'))], { openDrawers: 1 }),
    { tone: 'loose', code: 'rod.notCounted' },
  ],
  [
    'in the safe',
    rod([bead('cash', at('counted'))]),
    { code: 'rod.inSafe', params: { amountMinor: 100 } },
  ],
  [
    'slip sent',
    rod([bead('cash', at('sent')), bead('card', at('home'))]),
    { code: 'rod.slipSent' },
  ],
  [
    'more given back than taken, in the drawer until the next count',
    rod([bead('cash', at('taken', -25_00))]),
    { tone: 'waiting', code: 'rod.belowInDrawer', params: { amountMinor: 25_00 } },
  ],
  [
    'that, in the safe',
    rod([bead('cash', at('counted', -25_00))]),
    { code: 'rod.belowInSafe', params: { amountMinor: 25_00 } },
  ],
  [
    'spent, held and kept as float hold nothing back',
    rod([bead('cash', [...at('home'), ...at('spent'), ...at('held'), ...at('float')])]),
    { tone: 'home', code: 'rod.home' },
  ],
  [
    'cards unsettled',
    rod([bead('cash', at('home')), bead('card', at('counted'))]),
    { code: 'rod.cardsUnsettled' },
  ],
  [
    'our cheque is out',
    rod([bead('cash', at('home')), bead('ownCheque', at('sent', -500))]),
    { tone: 'waiting', code: 'rod.chequesOut', params: { amountMinor: 500 } },
  ],
  [
    'charges on account do not hold it back',
    rod([
      bead('cash', at('home')),
      bead('onAccount', [...at('taken', 600), ...at('sent', 100), ...at('home', 200)]),
    ]),
    { tone: 'home', code: 'rod.homeButAccounts', params: { amountMinor: 700 } },
  ],
  ['cards on their way', rod([bead('card', at('sent'))]), { code: 'rod.cardsSent' }],
  [
    'a loose bead comes first',
    rod([bead('card', at('sent'), -840)], { openDrawers: 1 }),
    { tone: 'loose', code: 'rod.settlementShort', params: { amountMinor: 840 } },
  ],
  ['nothing', rod([], { homeOn: null }), { tone: 'home', code: 'rod.nothingTaken' }],
  [
    'charges that were paid',
    rod([bead('onAccount', at('home'))], { homeOn: null }),
    { tone: 'home', code: 'rod.homePlain' },
  ],
  [
    'home, short of what was not found',
    rod([bead('cash', [...at('home', 95), ...at('short', 5)])]),
    { tone: 'home', code: 'rod.home', params: { differenceMinor: -5 } },
  ],
])('%s', (_, state, expected) => {
  expect(state).toMatchObject(expected);
});
