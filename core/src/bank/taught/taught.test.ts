import fc from 'fast-check';
import {
  answerKey,
  catches,
  checkRule,
  firstRule,
  proposeRules,
  tryRule,
  type Decided,
  type TaughtAnswer,
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
