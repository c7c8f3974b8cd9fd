import { inWords } from './params';

const write = (params: Record<string, string | number>) =>
  inWords(params, {
    money: (minor) => `money ${minor}`,
    percent: (percent) => `percent ${percent}`,
    day: (date) => `day ${date}`,
  });

test.each([
  ['an amount, under its plain name', { leftMinor: 5 }, { left: 'money 5' }],
  ['a percentage', { allowedPercent: '10.000' }, { allowedPercent: 'percent 10.000' }],
  ['a date', { date: '2026-03-02' }, { date: 'day 2026-03-02' }],
  [
    'dates with commas',
    { days: '2026-03-02,2026-03-03' },
    { days: 'day 2026-03-02, day 2026-03-03' },
  ],
  ['a number', { count: 3 }, { count: 3 }],
  ['words with a comma', { name: 'Pellow, Ida' }, { name: 'Pellow, Ida' }],
])('%s', (_, given, expected) => {
  expect(write(given)).toEqual(expected);
});

test('what is quoted stands as it was written, above all where it is what is wrong', () => {
  expect(write({ text: '2026-03-02' })).toEqual({ text: '2026-03-02' });
  expect(write({ text: '2026-13-45' })).toEqual({ text: '2026-13-45' });
});

test('a day that does not exist is no date to write', () => {
  expect(write({ on: '2026-13-45', date: '2026-02-30,2026-03-01' })).toEqual({
    on: '2026-13-45',
    date: '2026-02-30,2026-03-01',
  });
});
