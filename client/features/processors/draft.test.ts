import type { FeePlan } from '@abacist/core/fees';
import { draftOf, readDraft, withInferred } from './draft';

const PLAN: FeePlan = {
  terms: [
    {
      ...{ scheme: 'Meridian', cardKind: '', percent: '1.65', perItem: '0.10' },
      ...{ minimumMinor: 15, maximumMinor: null },
      tiers: [{ aboveMinor: 20_000_00, percent: '1.45', perItem: '0.08' }],
    },
    {
      ...{ scheme: 'Meridian', cardKind: 'debit', percent: '0', perItem: '0.06' },
      ...{ minimumMinor: null, maximumMinor: 90, tiers: [] },
    },
  ],
  ...{ refunds: 'item', roundedBy: 'batch', rounding: 'halfEven' },
  ...{ perBatchMinor: 25, monthlyMinor: 9_50, monthlyMinimumMinor: 20_00, taxPercent: '5' },
};

test.each(['CAD', 'JPY', 'KWD'])(
  'a plan goes into its form and comes out again, in %s',
  (currency) => {
    const draft = draftOf(PLAN, ['Meridian', 'Corvus'], '2026-03-01', currency);
    // Corvus has a row to be typed in; nothing typed is no terms.
    expect(draft.terms.map(({ scheme }) => scheme)).toEqual([
      'Meridian',
      'Meridian',
      'Corvus',
    ]);
    expect(readDraft(draft, currency)).toEqual({ plan: PLAN, wrong: [] });
  },
);

test('what is wrong is said at the field that is seen, and there is no plan', () => {
  const draft = draftOf(null, ['Corvus', 'Meridian'], '2026-03-01', 'CAD');
  expect(readDraft(draft, 'CAD').wrong).toMatchObject([{ code: 'fees.noTerms', at: 'terms' }]);
  draft.terms[1] = { ...draft.terms[1]!, percent: '1,x', minimum: '0.123' };
  draft.perBatch = '-1';
  const { plan, wrong } = readDraft(draft, 'CAD');
  expect(plan).toBeNull();
  expect(wrong.map(({ at }) => at).sort()).toEqual([
    'perBatch',
    'terms.1.minimum',
    'terms.1.percent',
  ]);
  // A comma is a decimal sign too.
  draft.terms[1] = { ...draft.terms[1]!, percent: '1,65', minimum: '' };
  draft.perBatch = '';
  expect(readDraft(draft, 'CAD').plan?.terms[0]).toMatchObject({
    scheme: 'Meridian',
    percent: '1.65',
  });
});

test('terms that explain the history go into the form; where several do, nothing is chosen', () => {
  const { terms } = draftOf(null, ['Corvus', 'Meridian'], '2026-03-01', 'CAD');
  const found = { percent: '1.65', perItem: '0.1', minimumMinor: 12 };
  const filled = withInferred(
    terms,
    [
      { scheme: 'Meridian', inference: { kind: 'found', terms: found } },
      { scheme: 'Corvus', inference: { kind: 'several', terms: [found, found] } },
    ],
    'CAD',
  );
  expect(filled[1]).toMatchObject({ percent: '1.65', perItem: '0.10', minimum: '0.12' });
  expect(filled[0]).toEqual(terms[0]);
});
