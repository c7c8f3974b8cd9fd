import { denominations, rollPieces } from '../money';
import { explainDifference, type CauseKind, type Evidence, type Explanation } from '.';
import { MISTAKES, tillDay, type Mistake, type Till } from './planted';

/* The search against mistakes that were planted: how often the true one is found, and how soon. */

const CAUSE: Record<Mistake, CauseKind> = {
  floatForgotten: 'floatLeftOut',
  floatAddedTwice: 'floatTwice',
  rungAgain: 'rungTwice',
  cardTakenForCash: 'notCash',
  cashTakenForCard: 'wasCash',
  voidedButKept: 'voidKept',
  refundStayed: 'refundKept',
  wrongWayRound: 'wrongSide',
  figuresTurned: 'digitsSwapped',
  zeroLost: 'digitsSlid',
  piecesTurned: 'piecesSwapped',
  changeFromAnotherNote: 'wrongNote',
  chequeMislaid: 'chequeNotFound',
  errandTwice: 'actTwice',
  errandNotWritten: 'actNotRecorded',
  oneNoteTooFew: 'onePiece',
};

/** What the search is told of a day: no more than a count and its receipts tell. */
const evidenceOf = ({ slips, errands, regularly, papers, ...till }: Till): Evidence => ({
  differenceMinor: till.offCents,
  fundMinor: till.floatCents,
  documents: slips.map(({ id, goods, cents, by, note, takenBack }) => ({
    saleId: id,
    number: `R-${id}`,
    cashMinor: by === 'cash' ? cents : 0,
    tenderedMinor: by === 'cash' && cents > 0 ? note : null,
    others: by === 'card' ? [{ tender: 'Meridian', amountMinor: cents }] : [],
    voided: takenBack,
    goods,
  })),
  acts: errands.map(({ id, cents }) => ({ number: id, cashMinor: -cents })),
  usual: regularly.map(({ whom, cents }) => ({ party: whom, amountMinor: cents })),
  count: till.pieces,
  denominations: denominations('CAD'),
  rolls: {},
  rollPieces: rollPieces('CAD'),
  cards: [],
  missingCheques: papers
    .filter(({ ticked }) => !ticked)
    .map(({ number, cents }) => ({ number, amountMinor: cents })),
});

/** Whether an explanation is the planted mistake, about the document that it was made with. */
function isTrue({ truth }: Till, { cause, documents, params }: Explanation): boolean {
  if (!truth || cause !== CAUSE[truth.mistake]) return false;
  const { about } = truth;
  const named = [
    ...documents.map(({ saleId }) => String(saleId)),
    ...Object.values(params).map(String),
  ];
  return about === '' || named.includes(about);
}

type Tally = { planted: number; first: number; three: number; found: number };

/** Days of a seed: what was planted by each mistake, and how far up the true one stood. */
function tally(seed: number, days: number): Map<Mistake, Tally> {
  const by = new Map<Mistake, Tally>();
  for (let day = 0; day < days; day += 1) {
    const till = tillDay(seed * 100_000 + day, MISTAKES[day % MISTAKES.length]!);
    if (!till.truth) continue;
    const found = explainDifference(evidenceOf(till));
    const at = found.findIndex((one) => isTrue(till, one));
    const one = by.get(till.truth.mistake) ?? { planted: 0, first: 0, three: 0, found: 0 };
    one.planted += 1;
    if (at === 0) one.first += 1;
    if (at >= 0 && at < 3) one.three += 1;
    if (at >= 0) one.found += 1;
    by.set(till.truth.mistake, one);
  }
  return by;
}

test('a day without a difference is explained by nothing', () => {
  for (let day = 0; day < 200; day += 1)
    expect(explainDifference(evidenceOf(tillDay(day, null)))).toEqual([]);
});

test('of planted mistakes the true one is nearly always among the first three', () => {
  const by = tally(
    Number(process.env['PLANTED_SEED'] ?? 1),
    Number(process.env['PLANTED_DAYS'] ?? 640),
  );
  const rates = [...by].map(([mistake, { planted, first, three, found }]) => ({
    mistake,
    planted,
    first: first / planted,
    three: three / planted,
    found: found / planted,
  }));
  if (process.env['PLANTED_SEED']) console.table(rates);
  const all = [...by.values()].reduce((sum, one) => ({
    planted: sum.planted + one.planted,
    first: sum.first + one.first,
    three: sum.three + one.three,
    found: sum.found + one.found,
  }));
  if (process.env['PLANTED_SEED']) console.log(all);
  expect(rates).toHaveLength(MISTAKES.length);
  expect(all.three / all.planted).toBeGreaterThan(0.9);
  expect(all.first / all.planted).toBeGreaterThan(0.7);
});
