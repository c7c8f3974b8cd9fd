import fc from 'fast-check';
import {
  answerKey,
  catches,
  checkRule,
  firstRule,
  partsOf,
  proposeRules,
  tryRule,
  type Decided,
  type TaughtAct,
  type TaughtAnswer,
  type TaughtPart,
  type TaughtRule,
} from '.';

const CHARGE: TaughtAnswer = {
  ...{ what: 'act', kind: 'paidByBank', account: 'bankCharges', taxCodeId: null },
  ...{ party: 'The bank', words: '' },
};
const RENT: TaughtAnswer = { ...CHARGE, account: 'rent', party: 'Quay Estates' };
const SAVINGS: TaughtAnswer = { what: 'ownTransfer', accountId: 2 };
const rule = (over: Partial<TaughtRule> = {}): TaughtRule => ({
  ...{ pattern: 'monthly plan', money: 'out', fromMinor: null, toMinor: null },
  ...{ bankAccountId: null, answer: CHARGE },
  ...over,
});
let id = 0;
const line = (
  text: string,
  amountMinor: number,
  answer: Decided['answer'] = null,
  bankAccountId = 1,
): Decided => ({
  ...{ id: (id += 1), bankAccountId, date: `2026-0${1 + (id % 9)}-05` },
  ...{ amountMinor, text, answer },
});

test.each([
  ['MONTHLY PLAN CHARGE', -18_50, {}, true],
  ['Charge: plan (monthly)', -18_50, {}, true],
  ['MONTHLY PLANS', -18_50, {}, false],
  ['MONTHLY PLAN CHARGE', 18_50, {}, false],
  ['Frais réguliers', -1, { pattern: 'REGULIERS' }, true],
  ['MONTHLY PLAN', -18_50, { fromMinor: 18_50, toMinor: 18_50 }, true],
  ['MONTHLY PLAN', -18_51, { toMinor: 18_50 }, false],
  ['MONTHLY PLAN', -18_49, { fromMinor: 18_50 }, false],
  ['MONTHLY PLAN', -18_50, { bankAccountId: 2 }, false],
  ['anything', -18_50, { pattern: ' – ' }, false],
])('%s of %i by %j: caught is %s', (text, amount, over, caught) => {
  expect(catches(rule(over), line(text, amount))).toBe(caught);
});

test('the first rule in their order says what a line is', () => {
  const rules = [rule({ pattern: 'plan', answer: RENT }), rule()];
  expect(firstRule(rules, line('MONTHLY PLAN', -5))).toBe(rules[0]);
  expect(firstRule([...rules].reverse(), line('MONTHLY PLAN', -5))).toBe(rules[1]);
  expect(firstRule(rules, line('HARBOUR', -5))).toBeUndefined();
});

test('a rule is tried on the past: right, wrong, and what is open still', () => {
  const history = [
    line('MONTHLY PLAN JAN', -18_50, { ...CHARGE, words: 'January', party: '' }),
    line('MONTHLY PLAN FEB', -18_50, RENT),
    line('MONTHLY PLAN MAR', -18_50, 'expected'),
    line('MONTHLY PLAN APR', -18_50),
    line('DEPOSIT', 5_00, 'expected'),
  ];
  const { right, wrong, open } = tryRule(rule(), history);
  expect([right, wrong, open].map((of) => of.map(({ text }) => text.slice(-3)))).toEqual([
    ['JAN'],
    ['FEB', 'MAR'],
    ['APR'],
  ]);
});

const part = (over: Partial<TaughtPart>): TaughtPart => ({
  ...{ account: 'utilities', taxCodeId: null, amountMinor: null, percent: null },
  ...over,
});
const LOFT = (...apart: TaughtPart[]): TaughtAct => ({ ...(RENT as TaughtAct), apart });

test('a line of several accounts: sums and shares apart, the rest to its own; a line that is less is something else', () => {
  const loft = LOFT(
    part({ amountMinor: 100_00 }),
    part({ account: 'repairs', percent: '12.5' }),
  );
  expect(
    partsOf(loft, 900_01)!.map(({ account, amountMinor }) => [account, amountMinor]),
  ).toEqual([
    ['utilities', 100_00],
    // 112.50125
    ['repairs', 112_50],
    ['rent', 687_51],
  ]);
  expect(partsOf(loft, 114_28)).toBeNull();
  const taught = rule({ pattern: 'loft', answer: loft });
  expect(catches(taught, line('LOFT', -900_01))).toBe(true);
  expect(catches(taught, line('LOFT', -114_28))).toBe(false);
});

test('parts add up to their line, whatever is apart, and each is above zero', () => {
  const apart = fc.oneof(
    fc.integer({ min: 1, max: 90_000 }).map((amountMinor) => part({ amountMinor })),
    fc.integer({ min: 1, max: 4_999 }).map((n) => part({ percent: (n / 100).toFixed(2) })),
  );
  fc.assert(
    fc.property(
      fc.array(apart, { maxLength: 3 }),
      fc.integer({ min: 1, max: 200_000 }),
      (list, amount) => {
        const parts = partsOf(LOFT(...list), amount);
        if (!parts) return;
        let whole = 0;
        for (const { amountMinor } of parts) whole += amountMinor;
        expect(whole).toBe(amount);
        for (const [i, { amountMinor, percent }] of list.entries()) {
          expect(parts[i]!.amountMinor).toBeGreaterThan(0);
          // A second way to a share, off by no more than its one rounding.
          const near = amountMinor ?? (amount * Number(percent)) / 100;
          expect(Math.abs(parts[i]!.amountMinor - near)).toBeLessThanOrEqual(0.5 + 1e-6);
        }
      },
    ),
  );
});

test('a rule of shares is right where a person divided a line just so', () => {
  const half = rule({ pattern: 'loft', answer: LOFT(part({ percent: '50' })) });
  const history = [
    line('LOFT', -80_00, LOFT(part({ amountMinor: 40_00 }))),
    line('LOFT', -80_00, LOFT(part({ amountMinor: 30_00 }))),
    line('LOFT', -80_00, RENT),
  ];
  const { right, wrong } = tryRule(half, history);
  expect([right.length, wrong.length]).toEqual([1, 2]);
});

test.each([
  ['an account of the other way', part({ account: 'sales', percent: '5' }), 'taught.account'],
  ['neither amount nor share', part({}), 'taught.part'],
  ['both', part({ amountMinor: 5, percent: '5' }), 'taught.part'],
  ['nothing', part({ amountMinor: 0 }), 'taught.part'],
  ['no share', part({ percent: '0.0' }), 'taught.part'],
  ['all of it', part({ percent: '100' }), 'taught.shares'],
])('apart: %s is refused', (_name, one, code) => {
  expect(checkRule(rule({ answer: LOFT(one) }))).toMatchObject({ refusals: [{ code }] });
  expect(checkRule(rule({ answer: LOFT(part({ percent: '99.99' })) })).ok).toBe(true);
});

test('what was said twice alike is proposed, in the words that its lines share', () => {
  const history = [
    line('RENT LOFT JAN 4471', -900_00, RENT),
    line('RENT LOFT FEB 4502', -900_00, RENT),
    line('MONTHLY PLAN', -18_50, CHARGE),
    line('MONTHLY PLAN', -18_50, CHARGE),
    line('MONTHLY PLAN', -19_50, CHARGE),
    line('TO SAVINGS', -250_00, SAVINGS),
  ];
  expect(proposeRules(history, []).map(({ pattern, answer }) => [pattern, answer])).toEqual([
    ['monthly plan', CHARGE],
    ['rent loft', RENT],
  ]);
  // What is taught already is not proposed again; nor what other lines have too.
  expect(proposeRules(history, [rule()]).map(({ pattern }) => pattern)).toEqual(['rent loft']);
  const foreign = [...history, line('RENT LOFT REFUND', -1_00, 'expected')];
  expect(proposeRules(foreign, [])).toHaveLength(1);
});

test('a proposal says with whom and in which words only where all lines did; a line’s own words are none', () => {
  const said = (text: string, party: string, words: string) =>
    line(text, -18_50, { ...CHARGE, party, words });
  const [same] = proposeRules(
    [said('PLAN JAN', 'The bank', 'PLAN JAN'), said('PLAN FEB', 'The bank', 'PLAN FEB')],
    [],
  );
  expect(same!.answer).toMatchObject({ party: 'The bank', words: '' });
  const [other] = proposeRules(
    [said('PLAN JAN', 'The bank', 'Account'), said('PLAN FEB', 'Bank', 'Account')],
    [],
  );
  expect(other!.answer).toMatchObject({ party: '', words: 'Account' });
});

test('where lines of one answer share no word, those alike have a rule each', () => {
  const history = [
    ...[line('MONTHLY PLAN', -1_00, CHARGE), line('MONTHLY PLAN', -1_00, CHARGE)],
    ...[line('COIN SUPPLY 17', -2_00, CHARGE), line('COIN SUPPLY 18', -2_00, CHARGE)],
    line('PAPER', -3_00, CHARGE),
  ];
  expect(proposeRules(history, []).map(({ pattern }) => pattern)).toEqual([
    'coin supply',
    'monthly plan',
  ]);
});

const WORDS = ['rent', 'plan', 'loft', 'coin', 'tax', '17', 'of'];
const decided = fc.record({
  id: fc.integer({ min: 1, max: 1_000 }),
  bankAccountId: fc.constantFrom(1, 2),
  date: fc.constantFrom('2026-01-05', '2026-02-05', '2026-03-05'),
  amountMinor: fc.integer({ min: -500, max: 500 }).filter((one) => one !== 0),
  text: fc
    .array(fc.constantFrom(...WORDS), { minLength: 1, maxLength: 3 })
    .map((of) => of.join(' ')),
  answer: fc.constantFrom<Decided['answer']>(CHARGE, RENT, SAVINGS, 'expected', null),
});

test('a proposal never contradicts the past, catches two at least, and is the same in any order', () => {
  fc.assert(
    fc.property(fc.uniqueArray(decided, { selector: (one) => one.id }), (history) => {
      const proposed = proposeRules(history, []);
      for (const one of proposed) {
        const { right, wrong } = tryRule(one, history);
        expect(wrong).toEqual([]);
        expect(right.length).toBeGreaterThanOrEqual(2);
        expect(
          right.every(({ amountMinor }) => amountMinor > 0 === (one.money === 'in')),
        ).toBe(true);
      }
      const asText = (rules: TaughtRule[]) => JSON.stringify(rules);
      expect(asText(proposeRules([...history].reverse(), []))).toBe(asText(proposed));
      // Taught all of them, nothing is proposed that they catch.
      for (const again of proposeRules(history, proposed))
        expect(
          proposed.map(
            ({ pattern, money, answer }) => `${pattern} ${money} ${answerKey(answer)}`,
          ),
        ).not.toContain(`${again.pattern} ${again.money} ${answerKey(again.answer)}`);
    }),
  );
});

test.each([
  [{}, null],
  [{ pattern: '--' }, 'taught.pattern'],
  [{ fromMinor: 5, toMinor: 4 }, 'taught.range'],
  [{ money: 'in' }, 'taught.direction'],
  [{ answer: { ...CHARGE, account: 'rentIncome' } }, 'taught.account'],
  [{ answer: { ...CHARGE, account: null } }, 'taught.account'],
  [{ answer: { ...CHARGE, kind: 'ownerDrawsBank', account: null } }, null],
  [{ answer: SAVINGS, bankAccountId: 2 }, 'taught.sameAccount'],
  [{ answer: { what: 'tax', authorityId: 1 }, money: 'in' }, 'taught.direction'],
] as [Partial<TaughtRule>, string | null][])('a rule with %j: %s', (over, code) => {
  const checked = checkRule(rule(over));
  expect(checked.ok ? null : checked.refusals[0]!.code).toBe(code);
});
