import { agreedFrom } from './agreedFrom';

const terms = (scheme: string, percent: string) => ({
  ...{ scheme, cardKind: '', percent, perItem: '0.10', minimumMinor: null },
  ...{ maximumMinor: null, tiers: [] },
});
const plan = (percent: string) => ({
  terms: [terms('Meridian', percent), terms('Corvus', percent)],
  ...{ refunds: 'none' as const, roundedBy: 'scheme' as const, rounding: 'halfUp' as const },
  ...{ perBatchMinor: 0, monthlyMinor: 0, monthlyMinimumMinor: 0, taxPercent: '' },
});
const plans = [
  { from: '2026-03-10', plan: plan('3'), by: 'Osric', at: '' },
  { from: '2026-01-01', plan: plan('1.65'), by: 'Osric', at: '' },
];
const found = (more: object) =>
  ({
    ...{
      scheme: 'Corvus',
      since: '2026-03-04',
      until: '2026-03-09',
      batches: 4,
      goesOn: true,
    },
    ...{ chargedMinor: 0, overMinor: 1, cause: 'rate', told: '1.85', ...more },
  }) as Parameters<typeof agreedFrom>[1];

test('what is charged now is agreed from its first day: of its scheme alone, over the plan that held then', () => {
  expect(agreedFrom({ plans }, found({}))).toEqual({
    ...plan('1.65'),
    terms: [terms('Meridian', '1.65'), terms('Corvus', '1.85')],
  });
  expect(
    agreedFrom({ plans }, found({ cause: 'perItem', told: '0.12' }))?.terms[1],
  ).toMatchObject({
    percent: '1.65',
    perItem: '0.12',
  });
});

test('of a scheme with tiers it is typed which price changed', () => {
  const tiered = plan('1.65');
  const tier = { aboveMinor: 100, percent: '1.45', perItem: '0.10' };
  tiered.terms[1] = { ...tiered.terms[1]!, tiers: [tier] as never[] };
  const held = [{ from: '2026-01-01', plan: tiered, by: '', at: '' }];
  expect(agreedFrom({ plans: held }, found({}))).toBeNull();
  expect(agreedFrom({ plans: held }, found({ scheme: 'Meridian' }))).not.toBeNull();
});

test.each([
  ['it has ended', { goesOn: false }],
  ['no value is told', { told: '' }],
  ['nothing was agreed yet', { since: '2025-12-31' }],
  ['its cause is no price', { cause: 'rounding', told: 'item' }],
])('nothing can be agreed where %s', (_, more) => {
  expect(agreedFrom({ plans }, found(more))).toBeNull();
});
