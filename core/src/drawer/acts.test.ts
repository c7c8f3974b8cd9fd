import fc from 'fast-check';
import { assertBalanced, reverseLines, type JournalLine } from '../ledger';
import { denominations, minor, percent, sum } from '../money';
import {
  decideAct,
  decideActUndo,
  decideClose,
  DRAWER_ACT_KINDS,
  DRAWER_ACTS,
  expectedInDrawer,
  type ActCommand,
  type ActState,
  type CashPart,
  type DecidedAct,
  type DrawerActKind,
} from '.';

const [MON, TUE] = ['2026-03-02', '2026-03-03'];
const cash = (takingsDay: string, amountMinor: number, pot = 'cash'): CashPart => ({
  takingsDay,
  pot,
  amountMinor: minor(amountMinor),
});
/** The levies of the demo shop: 5 % and 1.25 % on the same net. */
const LEVIES = {
  id: 1,
  parts: [
    { authorityId: 1, rate: percent('5') },
    { authorityId: 2, rate: percent('1.25') },
  ],
};
const ISLAND = { id: 2, parts: LEVIES.parts.slice(0, 1) };
const STATE: ActState = {
  today: TUE!,
  drawerId: 1,
  held: [cash(MON!, 100_00)],
  drawerHoldsMinor: 250_00,
  safe: [],
  bankAccountIds: [1],
  drawerIds: [1, 2],
  taxCodes: [LEVIES, ISLAND],
  rounding: 'halfUp',
  cashStepMinor: 5,
  denominations: denominations('CAD'),
  departmentIds: [1, 2],
  paidOutFreeMinor: 20_00,
};
const stamps = (amountMinor: number, taxCodeId: number | null = null): ActCommand => ({
  kind: 'paidOut',
  amountMinor,
  parts: [{ account: 'expenses', amountMinor, taxCodeId, words: 'stamps' }],
});
const decided = (command: ActCommand, state = STATE): DecidedAct => {
  const one = decideAct(command, state);
  if (!one.ok) throw new Error(one.refusals[0]!.code);
  assertBalanced(one.value.lines);
  return one.value;
};
const plain = (lines: readonly JournalLine[]) =>
  lines.map(({ ledgerAccount, amountMinor, tag }) => [
    ledgerAccount,
    amountMinor,
    tag ? `${tag.takingsDay} ${tag.pot}` : '',
  ]);
const byPot = (lines: readonly JournalLine[]) => {
  const by = new Map<string, number>();
  for (const { tag, amountMinor } of lines) {
    const key = tag ? `${tag.takingsDay} ${tag.pot}` : 'untagged';
    by.set(key, (by.get(key) ?? 0) + amountMinor);
  }
  return [...by].filter(([key, amount]) => key === 'untagged' || amount !== 0);
};

test('what the owner paid is owed to him to the cent, and leaves the drawer alone', () => {
  const paid: ActCommand = { ...stamps(5_03, 2), kind: 'ownerPays' };
  const { lines, broken } = decided(paid, { ...STATE, held: [], drawerHoldsMinor: 0 });
  expect(plain(lines)).toEqual([
    ['expenses', 4_79, ''],
    ['inputTax', 24, ''],
    ['owner', -5_03, ''],
  ]);
  expect(broken).toEqual([]);
  expect(decided({ ...stamps(20_03), kind: 'ownerPays' }).broken).toMatchObject([
    { code: 'rule.paidOut' },
  ]);
});

const SAFE = [
  { ...cash(MON!, 40_00), safeItemId: 3 },
  { ...cash(TUE!, -10_00), safeItemId: 4 },
  { ...cash(TUE!, 60_00), safeItemId: 5 },
];
const fill = (amountMinor: number): ActCommand => ({
  kind: 'floatUp',
  amountMinor,
  parts: [],
});

test('a float is filled up out of the safe, its oldest cash first; the days stay whose they are', () => {
  const { lines, fetched } = decided(fill(55_00), { ...STATE, safe: SAFE });
  expect(fetched.map(({ safeItemId, amountMinor }) => [safeItemId, amountMinor])).toEqual([
    [3, 40_00],
    [5, 15_00],
  ]);
  expect(byPot(lines)).toEqual([]);
  expect(lines.filter(({ ledgerAccount }) => ledgerAccount === 'fund')).toMatchObject([
    { amountMinor: 40_00, tag: { takingsDay: MON, holder: 'fund 1' } },
    { amountMinor: 15_00, tag: { takingsDay: TUE, holder: 'fund 1' } },
  ]);
  expect(decideAct(fill(90_05), { ...STATE, safe: SAFE })).toMatchObject({
    refusals: [{ code: 'drawerAct.safeHolds', params: { holdsMinor: 90_00 } }],
  });
});

// The worked figures of the books: Monday takes 100.00, and 5.00 with 0.24 of tax inside is paid for stamps.
test('stamps paid out of Monday’s cash: postage, input tax and drawer bear Monday', () => {
  const { lines, parts } = decided(stamps(5_00, 2));
  expect(plain(lines)).toEqual([
    ['expenses', 4_76, `${MON} cash`],
    ['inputTax', 24, `${MON} cash`],
    ['drawer', -5_00, `${MON} cash`],
  ]);
  expect(parts).toMatchObject([{ netMinor: 4_76, taxMinor: 24 }]);
});

test('what is paid out of several days is shared among them, each zero by itself', () => {
  const held = [cash(MON!, 3_00), cash(TUE!, 50_00)];
  const command: ActCommand = {
    kind: 'paidOut',
    amountMinor: 12_00,
    parts: [
      { account: 'expenses', amountMinor: 10_63, taxCodeId: 1, words: 'glue' },
      { account: 'bankCharges', amountMinor: 1_37, taxCodeId: null, words: 'coin rolls' },
    ],
  };
  const { lines } = decided(command, { ...STATE, held });
  expect(byPot(lines)).toEqual([]);
  const on = (account: string) =>
    sum(lines.filter((l) => l.ledgerAccount === account).map((l) => l.amountMinor));
  // 10.63 at 6.25 % is 10.00 and 0.63 of tax.
  expect([on('expenses'), on('inputTax'), on('bankCharges')]).toEqual([10_00, 63, 1_37]);
  const drawer = lines.filter((l) => l.ledgerAccount === 'drawer');
  expect(plain(drawer)).toEqual([
    ['drawer', -3_00, `${MON} cash`],
    ['drawer', -9_00, `${TUE} cash`],
  ]);
});

test('of the float alone: today’s cash goes below zero, no other day pays', () => {
  const { lines } = decided(stamps(8_00), { ...STATE, held: [], drawerHoldsMinor: 150_00 });
  expect(plain(lines)).toEqual([
    ['expenses', 8_00, `${TUE} cash`],
    ['drawer', -8_00, `${TUE} cash`],
  ]);
});

test('rent in cash is brought in today; a supplier’s refund lowers expense and input tax', () => {
  const rent: ActCommand = {
    kind: 'moneyIn',
    amountMinor: 506_25,
    parts: [
      { account: 'otherIncome', amountMinor: 400_00, taxCodeId: null, words: 'rent' },
      { account: 'expenses', amountMinor: 106_25, taxCodeId: 1, words: 'rope sent back' },
    ],
  };
  expect(plain(decided(rent).lines)).toEqual([
    ['otherIncome', -400_00, ''],
    ['expenses', -100_00, ''],
    ['inputTax', -5_00, ''],
    ['inputTax', -1_25, ''],
    ['drawer', 506_25, `${TUE} broughtIn`],
  ]);
});

test('a drop takes takings by day and pot into items of the safe, never the float', () => {
  const held = [cash(MON!, 40_00), cash(TUE!, 30_00), cash(TUE!, 25_00, 'broughtIn')];
  const command: ActCommand = { kind: 'drop', amountMinor: 80_00, parts: [] };
  const { safeItems, lines } = decided(command, { ...STATE, held });
  expect(safeItems).toEqual([
    cash(MON!, 40_00),
    cash(TUE!, 30_00),
    cash(TUE!, 10_00, 'broughtIn'),
  ]);
  expect(lines.filter((l) => l.ledgerAccount === 'safe').map((l) => l.tag?.holder)).toEqual([
    'safeItem#1',
    'safeItem#2',
    'safeItem#3',
  ]);
  expect(decideAct({ ...command, amountMinor: 95_05 }, { ...STATE, held })).toMatchObject({
    refusals: [{ code: 'drawerAct.takings', params: { holdsMinor: 95_00 } }],
  });
});

test('parts of departments bear them to the cent, whichever days’ cash pays', () => {
  const part = fc.record({
    amountMinor: fc.integer({ min: 1, max: 400 }).map((fives) => fives * 5),
    departmentId: fc.constantFrom(null, 1, 2),
    taxCodeId: fc.constantFrom(null, 1, 2),
  });
  fc.assert(
    fc.property(fc.array(part, { minLength: 1, maxLength: 6 }), (given) => {
      const parts = given.map((one) => ({ ...one, account: 'supplies' as const, words: '' }));
      const amountMinor = sum(parts.map((one) => one.amountMinor));
      const held = [cash(MON!, 40_00), cash(TUE!, 500_00)];
      const act = decided(
        { kind: 'paidOut', amountMinor, parts },
        { ...STATE, held, drawerHoldsMinor: 700_00, paidOutFreeMinor: null },
      );
      for (const departmentId of [null, 1, 2]) {
        const of = (id: number | null | undefined) => (id ?? null) === departmentId;
        expect(
          sum(
            act.lines.flatMap((line) =>
              line.ledgerAccount === 'supplies' && of(line.departmentId)
                ? [line.amountMinor]
                : [],
            ),
          ),
        ).toBe(sum(act.parts.flatMap((one) => (of(one.departmentId) ? [one.netMinor] : []))));
      }
    }),
  );
});

test('what can’t be is refused with its place', () => {
  const refused = (command: ActCommand) => {
    const one = decideAct(command, STATE);
    return one.ok ? 'taken' : [one.refusals[0]!.code, one.refusals[0]!.at];
  };
  expect(refused(stamps(250_05))).toEqual(['drawerAct.drawerHolds', 'amountMinor']);
  expect(refused(stamps(5_03))).toEqual(['drawerAct.coins', 'amountMinor']);
  expect(refused(stamps(0))).toEqual(['drawerAct.amount', 'amountMinor']);
  expect(refused({ ...stamps(5_00), amountMinor: 6_00 })).toEqual([
    'drawerAct.parts',
    'parts',
  ]);
  expect(refused({ ...stamps(5_00), parts: [] })).toEqual(['drawerAct.parts', 'parts']);
  const elsewhere = { ...stamps(5_00).parts[0]!, departmentId: 9 };
  expect(refused({ ...stamps(5_00), parts: [elsewhere] })).toEqual([
    'drawerAct.department',
    'parts.0.departmentId',
  ]);
  expect(refused({ ...stamps(5_00), count: { 200: 2 } })).toEqual([
    'drawerAct.count',
    'count',
  ]);
  expect(refused({ ...stamps(5_00), count: { 3: 1 } })).toEqual([
    'count.denomination',
    'count.3',
  ]);
  expect(refused(stamps(5_00, 9))).toEqual(['drawerAct.taxCode', 'parts.0.taxCodeId']);
  const [part] = stamps(5_00).parts;
  const wrong = { ...stamps(5_00), parts: [{ ...part!, account: 'sales' as const }] };
  expect(refused(wrong)).toEqual(['drawerAct.account', 'parts.0.account']);
  expect(refused({ ...stamps(5_00), kind: 'drop' })).toEqual([
    'drawerAct.account',
    'parts.0.account',
  ]);
});

test('above the allowance a manager is asked, and of the owner’s draws always', () => {
  expect(decided(stamps(20_00)).broken).toEqual([]);
  expect(decided(stamps(20_05)).broken).toMatchObject([{ code: 'rule.paidOut' }]);
  expect(decided(stamps(200_00), { ...STATE, paidOutFreeMinor: null }).broken).toEqual([]);
  const draws: ActCommand = { kind: 'ownerDraws', amountMinor: 1_00, parts: [] };
  expect(decided(draws).broken).toMatchObject([{ code: 'rule.ownerDraws' }]);
});

describe('undone', () => {
  const { lines } = decided(stamps(5_00, 2));
  const act = {
    kind: 'paidOut' as const,
    amountMinor: 5_00,
    lines,
    undone: false,
    counted: false,
    banked: false,
    matched: false,
    onStatement: null,
    otherGone: false,
    drawerHoldsMinor: 0,
  };
  test('before the count its entry is turned around', () => {
    expect(decideActUndo(act)).toMatchObject({
      value: { lines: reverseLines(lines), broken: [{ approver: 'manager' }] },
    });
  });
  test('after the count its cash is over and short of its own day: the count found it', () => {
    const undone = decideActUndo({ ...act, counted: true });
    expect(undone.ok && plain(undone.value.lines)).toEqual([
      ['expenses', -4_76, `${MON} cash`],
      ['inputTax', -24, `${MON} cash`],
      ['overAndShort', 5_00, `${MON} cash`],
    ]);
  });
  test('not twice, not when a slip took of it, not when the money is gone', () => {
    const code = (more: object) => {
      const one = decideActUndo({ ...act, ...more });
      return one.ok ? 'taken' : one.refusals[0]!.code;
    };
    expect(code({ undone: true })).toBe('drawerAct.undone');
    expect(code({ onStatement: 'SD-1' })).toBe('drawerAct.onStatement');
    expect(code({ banked: true })).toBe('drawerAct.banked');
    const came = { kind: 'moneyIn', drawerHoldsMinor: 4_99 };
    expect(code(came)).toBe('drawerAct.drawerHolds');
    expect(code({ ...came, counted: true })).toBe('taken');
  });
});

/** What a drawer's session holds after entries, by day and pot. */
function heldAfter(before: readonly CashPart[], lines: readonly JournalLine[]): CashPart[] {
  const by = new Map(before.map((part) => [`${part.takingsDay} ${part.pot}`, part]));
  for (const { ledgerAccount, tag, amountMinor } of lines) {
    // What another drawer takes up is not here.
    if (ledgerAccount !== 'drawer' || tag?.holder !== 'drawer') continue;
    const key = `${tag.takingsDay} ${tag.pot}`;
    const had = by.get(key)?.amountMinor ?? 0;
    by.set(key, cash(tag.takingsDay, had + amountMinor, tag.pot));
  }
  return [...by.values()].filter(({ amountMinor }) => amountMinor !== 0);
}

test('any order of takings and acts: expected is the float and all that flowed; the count is zero by day and pot', () => {
  const flow = fc.oneof(
    fc.record({
      kind: fc.constant('taken' as const),
      day: fc.constantFrom(MON!, TUE!),
      amount: fc.integer({ min: -40_00, max: 200_00 }),
    }),
    fc.record({
      kind: fc.constantFrom(...DRAWER_ACT_KINDS),
      day: fc.constant(TUE!),
      amount: fc.integer({ min: 1, max: 24_00 }).map((steps) => steps * 5),
    }),
  );
  fc.assert(
    fc.property(fc.array(flow, { maxLength: 12 }), fc.nat(400_00), (flows, counted) => {
      const FLOAT = 150_00;
      let held: CashPart[] = [];
      let expected = FLOAT;
      for (const { kind, day, amount } of flows) {
        if (kind === 'taken') {
          held = heldAfter(held, [
            {
              ledgerAccount: 'drawer',
              amountMinor: minor(amount),
              tag: { takingsDay: day, pot: 'cash', holder: 'drawer' },
            },
          ]);
          expected += amount;
          continue;
        }
        const { way, accounts, bank, toOther } = DRAWER_ACTS[kind as DrawerActKind];
        const account = accounts[0];
        const act = decideAct(
          {
            kind,
            amountMinor: amount,
            parts: account ? [{ account, amountMinor: amount, taxCodeId: 1, words: '' }] : [],
            ...(bank && { bankAccountId: 1 }),
            ...(toOther && { toDrawerId: 2 }),
          },
          { ...STATE, held, drawerHoldsMinor: expected },
        );
        if (!act.ok) continue;
        assertBalanced(act.value.lines);
        // What only moves takings is zero by day and pot; what comes in is today’s.
        const odd = byPot(act.value.lines);
        expect(
          odd.filter(([key]) => !key.includes('broughtIn') && key !== 'untagged'),
        ).toEqual([]);
        if (way === 'out') expect(odd).toEqual([]);
        held = heldAfter(held, act.value.lines);
        expected += { in: amount, out: -amount, none: 0 }[way];
        // A second way to the same figure: the undoing gives back what was there before.
        const undo = decideActUndo({
          kind,
          amountMinor: amount,
          lines: act.value.lines,
          undone: false,
          counted: false,
          banked: false,
          matched: false,
          onStatement: null,
          otherGone: false,
          drawerHoldsMinor: expected,
        });
        if (undo.ok) {
          expect(
            heldAfter(held, [...undo.value.lines, ...act.value.lines]).sort(order),
          ).toEqual([...held].sort(order));
        }
      }
      const state = {
        drawerId: 1,
        fundMinor: FLOAT,
        fundHeld: [cash('2026-02-01', FLOAT, 'broughtIn')],
        floatMinor: FLOAT,
        held,
        leftover: [],
        cheques: [],
        today: TUE!,
      };
      expect(expectedInDrawer(state)).toBe(expected);
      const close = decideClose({ 1: counted % 100_000 }, [], [1], state);
      if (!close.ok) throw new Error('refused');
      expect(close.value.differenceMinor).toBe((counted % 100_000) - expected);
      expect(byPot(close.value.lines)).toEqual([]);
      // Nothing is left in the drawer beside its float, or all of it is.
      const left = sum(heldAfter(held, close.value.lines).map((part) => part.amountMinor));
      expect(left === 0 || close.value.toSafeMinor === 0).toBe(true);
    }),
  );
});

const order = (a: CashPart, b: CashPart) =>
  `${a.takingsDay} ${a.pot}` < `${b.takingsDay} ${b.pot}` ? -1 : 1;
