import { textsOf, typedOf, type TextRules } from './texts';

const RULES: TextRules = {
  days: { as: 'days', most: 365 },
  maybe: { as: 'days', optional: true },
  percent: { as: 'percent' },
  amount: { as: 'amount' },
  some: { as: 'amount', optional: true, least: 1 },
};
const SETTINGS = { days: 30, maybe: null, percent: '12.5', amount: 5_00, some: null };

test('settings are typed and read back as they were, in the shop’s currency', () => {
  const texts = textsOf(RULES, SETTINGS, 'CAD');
  expect(texts).toEqual({ days: '30', maybe: '', percent: '12.5', amount: '5.00', some: '' });
  expect(typedOf(RULES, texts, 'CAD')).toEqual(SETTINGS);
  expect(textsOf(RULES, { ...SETTINGS, amount: 500 }, 'JPY')['amount']).toBe('500');
});

test.each([
  ['days', '366'],
  ['days', '1.5'],
  ['days', ''],
  ['percent', '100.5'],
  ['percent', '-1'],
  ['amount', '1.234'],
  ['amount', '-1'],
  ['amount', ''],
  ['some', '0'],
])('%s can’t be “%s”', (place, text) => {
  const texts = { ...textsOf(RULES, SETTINGS, 'CAD'), [place]: text };
  expect(typedOf(RULES, texts, 'CAD')[place]).toBeUndefined();
});
