import { makeBead, rodState, type Bead, type BeadPart } from '.';

const bead = (shape: 'cash' | 'card', parts: BeadPart[], looseMinor = 0): Bead =>
  makeBead({ key: shape, shape, label: shape, looseMinor, takenMinor: 100 }, parts);
const rod = (beads: Bead[], change: object = {}) =>
  rodState({
    today: '2026-03-03',
    date: '2026-03-02',
    beads,
    openDrawers: 0,
    differenceMinor: -5,
    homeOn: '2026-03-04',
    ...change,
  });
const at = (stage: BeadPart['stage'], amountMinor = 100) => [{ stage, amountMinor }];

test('a bead stands where its last part stands', () => {
  expect(bead('card', [...at('home', 60), ...at('counted', 40)]).stage).toBe('counted');
  expect(bead('card', at('home')).stage).toBe('home');
  expect(bead('cash', [...at('taken', 0), ...at('sent')]).stage).toBe('sent');
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
    'cards unsettled',
    rod([bead('cash', at('home')), bead('card', at('counted'))]),
    { code: 'rod.cardsUnsettled' },
  ],
  [
    'our cheque is out',
    rod([
      bead('cash', at('home')),
      makeBead(
        {
          key: 'ownCheque',
          shape: 'cheque',
          label: 'ownCheque',
          looseMinor: 0,
          takenMinor: -500,
        },
        at('sent', -500),
      ),
    ]),
    { tone: 'waiting', code: 'rod.chequesOut', params: { amountMinor: 500 } },
  ],
  [
    'charges on account do not hold it back',
    rod([
      bead('cash', at('home')),
      makeBead(
        {
          key: 'onAccount',
          shape: 'onAccount',
          label: 'onAccount',
          looseMinor: 0,
          takenMinor: 900,
        },
        [...at('taken', 600), ...at('sent', 100), ...at('home', 200)],
      ),
    ]),
    { tone: 'home', code: 'rod.homeButAccounts', params: { amountMinor: 700 } },
  ],
  ['cards on their way', rod([bead('card', at('sent'))]), { code: 'rod.cardsSent' }],
  [
    'a loose bead comes first',
    rod([bead('card', at('sent'), -840)], { openDrawers: 1 }),
    { tone: 'loose', code: 'rod.settlementShort', params: { amountMinor: 840 } },
  ],
  [
    'home',
    rod([bead('cash', at('home'))]),
    { tone: 'home', code: 'rod.home', params: { differenceMinor: -5 } },
  ],
])('%s', (_, state, expected) => {
  expect(state).toMatchObject(expected);
});
