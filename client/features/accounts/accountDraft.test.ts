import type { AccountInput, AccountPage } from '@abacist/contracts';
import fc from 'fast-check';
import { FRESH, readDraft, toDraft, type Draft } from './accountDraft';

const wrong = (part: Partial<Draft>) => {
  const read = readDraft({ ...FRESH, ...part }, 'CAD');
  expect(read.input === undefined).toBe(Object.keys(read.wrong).length > 0);
  return Object.fromEntries(Object.entries(read.wrong).map(([at, one]) => [at, one.code]));
};

test.each<[Partial<Draft>, Record<string, string>]>([
  [{}, {}],
  [{ limit: '-5' }, { limit: 'account.limitBelowZero' }],
  [{ limit: '0' }, {}],
  [{ groupLimit: '1.234' }, { groupLimit: 'amount.tooManyDecimals' }],
  [{ netDays: '366' }, { netDays: 'terms.days' }],
  [{ netDays: '' }, { netDays: 'terms.days' }],
  [{ discountPercent: '2', discountDays: '31' }, { discountDays: 'terms.discountDays' }],
  [{ discountPercent: 'two' }, { discountPercent: 'terms.discount' }],
  [{ graceDays: '1.5' }, { graceDays: 'terms.days' }],
  [{ statementDay: '29' }, { statementDay: 'account.statementDay' }],
])('%j', (part, codes) => {
  expect(wrong(part)).toEqual(codes);
});

test('buyers are told apart by commas, each once', () => {
  const { input } = readDraft({ ...FRESH, buyers: ' Ida, Per ,,Ida' }, 'CAD');
  expect(input!.buyers).toEqual(['Ida', 'Per']);
});

const name = fc.stringMatching(/^[A-Z][a-z]{1,8}$/);
const minor = fc.option(fc.nat(99_999_999));
const account: fc.Arbitrary<AccountInput> = fc.record({
  parentId: fc.option(fc.integer({ min: 1, max: 99 })),
  limitMinor: minor,
  groupLimitMinor: minor,
  terms: fc.record({
    netDays: fc.integer({ min: 20, max: 365 }),
    endOfMonth: fc.boolean(),
    discountPercent: fc.constantFrom('0', '2', '1.25'),
    discountDays: fc.nat(20),
  }),
  graceDays: fc.option(fc.nat(365)),
  statementDay: fc.integer({ min: 1, max: 28 }),
  buyersOnly: fc.boolean(),
  buyers: fc.uniqueArray(name, { maxLength: 4 }),
  departmentId: fc.option(fc.integer({ min: 1, max: 99 })),
  note: name,
  holdReason: fc.option(name),
});
test('what is not touched is saved as it was, in any currency', () => {
  fc.assert(
    fc.property(account, fc.constantFrom('CAD', 'JPY', 'KWD'), (input, currency) => {
      const page = { account: input, parentName: 'Office' } as AccountPage;
      expect(readDraft(toDraft(page, currency), currency)).toEqual({ input, wrong: {} });
    }),
  );
});
