import type { FeesView, Processor } from '@abacist/contracts';
import { sum } from '@abacist/core/money';
import type { HeadOfShop, PaperContent, PaperLine } from './content';
import { formats, shopHead } from './format';
import { word } from './words';

/** What a processor charged beyond the plan, as a letter to it: each batch with its figures. */
export function paperOfClaim(
  processor: Processor,
  { rows, findings }: Pick<FeesView, 'rows' | 'findings'>,
  { today, by }: { today: string; by: string },
  shop: HeadOfShop,
): PaperContent {
  const { money, date } = formats(shop);
  const claimed = findings.filter(({ overMinor }) => overMinor > 0);
  const total = money(sum(claimed.map(({ overMinor }) => overMinor)));
  const lines = claimed.flatMap((one): PaperLine[] => [
    {
      ...{
        name: word('claimOf', {
          scheme: one.scheme,
          since: date(one.since),
          until: date(one.until),
        }),
      },
      details: [word(`claim_${one.cause}`, { told: one.told })],
      ...{ quantity: '', price: '', amount: '', heading: true },
    },
    ...rows
      .filter(
        (row) =>
          row.scheme === one.scheme &&
          row.batchDate >= one.since &&
          row.batchDate <= one.until &&
          row.overMinor !== 0,
      )
      .map((row) => ({
        name: word('claimBatch', { date: date(row.batchDate), reference: row.reference }),
        details: [
          word('claimFigures', {
            count: row.items + (row.refundItems ?? 0),
            gross: money(row.grossMinor),
            charged: money(row.feeMinor),
            agreed: money(row.feeMinor - row.overMinor),
          }),
        ],
        ...{ quantity: '', price: '', amount: money(row.overMinor) },
      })),
  ]);
  return {
    shop: { ...shopHead(shop), foot: '' },
    title: word('claim'),
    marks: [],
    to: [processor.name],
    date: date(today),
    facts: [
      { label: word('date'), value: date(today) },
      ...(processor.merchantNumber
        ? [{ label: word('merchantNumber'), value: processor.merchantNumber }]
        : []),
      { label: word('by'), value: by },
    ],
    letter: [word('claimLetter'), word('claimAsks', { total })],
    priced: true,
    lines,
    sums: [{ label: word('claimTotal'), amount: total, strong: true }],
    notes: [],
    barcode: `CLAIM-${today}`,
  };
}
