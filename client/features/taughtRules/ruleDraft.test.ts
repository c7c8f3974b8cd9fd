import { checkRule, TAUGHT_KINDS, type TaughtRule } from '@abacist/core/taughtRules';
import {
  accountsOf,
  changeMeant,
  draftOfLine,
  draftOfRule,
  emptyDraft,
  meantOf,
  readApart,
  ruleOf,
} from './ruleDraft';

const RULES: TaughtRule[] = [
  {
    ...{ pattern: 'monthly plan', money: 'out', fromMinor: 10_00, toMinor: null },
    bankAccountId: 1,
    answer: {
      ...{ what: 'act', kind: 'paidByBank', account: 'bankCharges', taxCodeId: 3 },
      ...{ party: 'The bank', words: 'Plan' },
    },
  },
  {
    ...{ pattern: 'loft', money: 'out', fromMinor: null, toMinor: null },
    bankAccountId: null,
    answer: {
      ...{ what: 'act', kind: 'paidByBank', account: 'rent', taxCodeId: null },
      ...{ party: 'Quay Estates', words: '' },
      apart: [
        { account: 'utilities', taxCodeId: 3, amountMinor: 120_00, percent: null },
        { account: 'repairs', taxCodeId: null, amountMinor: null, percent: '12.5' },
      ],
    },
  },
  {
    ...{ pattern: 'savings', money: 'in', fromMinor: null, toMinor: 5 },
    bankAccountId: null,
    answer: { what: 'ownTransfer', accountId: 2 },
  },
  {
    ...{ pattern: 'revenue', money: 'out', fromMinor: null, toMinor: null },
    bankAccountId: null,
    answer: { what: 'tax', authorityId: 4 },
  },
];

test('a rule that is opened to be changed is the same rule again', () => {
  for (const rule of RULES) expect(ruleOf(draftOfRule(rule, 'CAD'), 'CAD')).toEqual(rule);
});

test.each([
  ['120', { amountMinor: 120_00, percent: null }],
  ['30 %', { amountMinor: null, percent: '30' }],
  ['12,5%', { amountMinor: null, percent: '12.5' }],
  ['0', null],
  ['100%', null],
  ['some', null],
])('apart is an amount or a share: %s', (text, read) => {
  expect(readApart(text, 'CAD')).toEqual(read);
});

test('a rule waits until all that is apart is said', () => {
  const draft = { ...draftOfRule(RULES[1]!, 'CAD') };
  expect(ruleOf({ ...draft, apart: [{ ...draft.apart[0]!, text: '' }] }, 'CAD')).toBeNull();
  // What the other kind does not take is let go.
  expect(changeMeant(draft, 'out', 'ownTransfer').apart).toEqual([]);
});

test('whatever is chosen for a direction, the rule may be kept once it has words', () => {
  for (const money of ['in', 'out'] as const)
    for (const meant of meantOf(money)) {
      const draft = changeMeant({ ...emptyDraft(money), pattern: 'x' }, money, meant);
      expect(draft.meant).toBe(meant);
      const rule = ruleOf({ ...draft, otherId: '7' }, 'CAD')!;
      expect(checkRule(rule)).toMatchObject({ ok: true });
      expect(accountsOf(meant).includes(draft.account as never)).toBe(
        accountsOf(meant).length > 0,
      );
    }
  expect(new Set([...meantOf('in'), ...meantOf('out')])).toEqual(
    new Set([...TAUGHT_KINDS, 'ownTransfer', 'tax']),
  );
});

test('turned to the other direction, what does not fit is begun anew', () => {
  const rent = { ...emptyDraft('out'), account: 'rent' as const, pattern: 'loft' };
  expect(changeMeant(rent, 'in', rent.meant)).toMatchObject({
    ...{ money: 'in', meant: 'moneyInBank', account: 'rent', pattern: 'loft' },
  });
  const tax = changeMeant({ ...rent, otherId: '3' }, 'out', 'tax');
  expect(tax.otherId).toBe('');
  expect(changeMeant({ ...tax, otherId: '3' }, 'in', 'tax').meant).toBe('moneyInBank');
});

test.each([
  [{ pattern: ' - ' }],
  [{ from: 'ten' }],
  [{ to: '-1' }],
  [{ meant: 'tax' as const, otherId: '' }],
])('%j is no rule yet', (over) => {
  expect(ruleOf({ ...emptyDraft('out'), pattern: 'plan', ...over }, 'CAD')).toBeNull();
});

test('of a line its words are offered, without figures', () => {
  const line = { id: 1, bankAccountId: 2, date: '2026-03-05', amountMinor: -5 };
  expect(draftOfLine({ ...line, text: 'MONTHLY PLAN 4417 M2' })).toMatchObject({
    ...{ pattern: 'monthly plan', money: 'out', bankAccountId: '2' },
  });
});
