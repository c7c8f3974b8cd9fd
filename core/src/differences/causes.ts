import { slides, swaps } from './digits';
import type { Candidate, CashDocument, Cause, Evidence } from './types';

/*
 * What may stand behind a difference, the surest first. Each would make exactly this difference, so
 * none is a guess at an amount; which of them happened, a person decides. Common practice of the
 * trade, where no other source is named.
 */

const named = ({ saleId, number }: CashDocument) => ({ saleId, number });
const about = (
  documents: readonly CashDocument[],
  params: Candidate['params'] = {},
): Candidate => ({ documents: documents.map(named), params });
const standing = (documents: readonly CashDocument[]) =>
  documents.filter(({ voided }) => !voided);

/** A cheque that was expected is not ticked off; or all of these are not. */
const chequeNotFound: Cause = ({ differenceMinor, missingCheques }) => {
  const all = missingCheques.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
  const fit = missingCheques.filter(({ amountMinor }) => amountMinor === -differenceMinor);
  const candidate = (number: string): Candidate => ({ documents: [], params: { number } });
  if (fit.length > 0) return fit.map(({ number }) => candidate(number));
  return missingCheques.length > 1 && all === -differenceMinor
    ? [candidate(missingCheques.map(({ number }) => number).join(', '))]
    : [];
};

/** The float was left out of the count, or counted twice. */
const floatLeftOut: Cause = ({ differenceMinor, fundMinor }) =>
  fundMinor > 0 && differenceMinor === -fundMinor ? [about([], { fundMinor })] : [];
const floatTwice: Cause = ({ differenceMinor, fundMinor }) =>
  fundMinor > 0 && differenceMinor === fundMinor ? [about([], { fundMinor })] : [];

/** Two documents of the same goods and cash, where one of them is missing: rung twice. */
const rungTwice: Cause = ({ differenceMinor, documents }) => {
  const seen = new Map<string, CashDocument>();
  return standing(documents).flatMap((one) => {
    if (one.cashMinor <= 0 || one.cashMinor !== -differenceMinor) return [];
    const before = seen.get(one.goods);
    seen.set(one.goods, one);
    return before ? [about([before, one], { amountMinor: one.cashMinor })] : [];
  });
};

/** Cards that differ from the terminal by just as much the other way. */
const opposite = ({ differenceMinor, cards }: Evidence) =>
  cards.filter((card) => card.differenceMinor === -differenceMinor);

/** Equal and opposite differences in two tenders, and a receipt of that amount in one of them. */
const otherTender: Cause = (evidence) =>
  opposite(evidence).flatMap(({ tender }) => {
    const { differenceMinor, documents } = evidence;
    const amountMinor = Math.abs(differenceMinor);
    return standing(documents)
      .filter(({ cashMinor, others }) =>
        differenceMinor < 0
          ? cashMinor === amountMinor
          : others.some((one) => one.tender === tender && one.amountMinor === amountMinor),
      )
      .map((one) => about([one], { tender, amountMinor }));
  });

/** Equal and opposite differences in two tenders alone: several receipts together, or none of them. */
const cardDiffers: Cause = (evidence) =>
  opposite(evidence).map(({ tender, differenceMinor }) =>
    about([], { tender, amountMinor: Math.abs(differenceMinor) }),
  );

/** A full roll was counted twice, or one lies there that was not counted. */
const rollMiscounted: Cause = ({ differenceMinor, rolls, rollPieces }) =>
  Object.entries(rolls)
    .filter(([value, full]) => {
      const rollMinor = Number(value) * (rollPieces[value] ?? 0);
      return full > 0 && Math.abs(differenceMinor) === rollMinor;
    })
    .map(([value, full]) => about([], { valueMinor: Number(value), rolls: full }));

/** More cash than expected: it pays what stands under another tender. */
const wasCash: Cause = ({ differenceMinor, documents }) =>
  standing(documents).flatMap((one) =>
    one.others
      .filter(({ amountMinor }) => amountMinor > 0 && amountMinor === differenceMinor)
      .map(({ tender, amountMinor }) => about([one], { tender, amountMinor })),
  );

/** More cash than expected: a void was not paid out. */
const voidKept: Cause = ({ differenceMinor, documents }) =>
  documents
    .filter(
      ({ voided, cashMinor }) => voided && cashMinor > 0 && cashMinor === differenceMinor,
    )
    .map((one) => about([one], { amountMinor: one.cashMinor }));

/** Less cash than expected: a sale of just that amount was paid otherwise, or never. */
const notCash: Cause = ({ differenceMinor, documents }) =>
  standing(documents)
    .filter(({ cashMinor }) => cashMinor > 0 && cashMinor === -differenceMinor)
    .map((one) => about([one], { amountMinor: one.cashMinor }));

/** A refund that was not paid out. */
const refundKept: Cause = ({ differenceMinor, documents }) =>
  standing(documents)
    .filter(({ cashMinor }) => cashMinor < 0 && -cashMinor === differenceMinor)
    .map((one) => about([one], { amountMinor: -one.cashMinor }));

/** A sale rung as a return, or the other way: half of the difference. */
const wrongSide: Cause = ({ differenceMinor, documents }) =>
  standing(documents)
    .filter(({ cashMinor }) => cashMinor !== 0 && differenceMinor === -2 * cashMinor)
    .map((one) => about([one], { amountMinor: Math.abs(one.cashMinor) }));

/** The figure of a document is a slip of what was paid. */
const digits =
  (slips: (figure: number) => number[]): Cause =>
  ({ differenceMinor, documents }) =>
    differenceMinor % 9 !== 0
      ? []
      : standing(documents).flatMap((one) => {
          const paidMinor = one.cashMinor + differenceMinor;
          return one.cashMinor > 0 && slips(one.cashMinor).includes(paidMinor)
            ? [about([one], { amountMinor: one.cashMinor, paidMinor })]
            : [];
        });

/** Two digits of a number of pieces are swapped. */
const piecesSwapped: Cause = ({ differenceMinor, count }) =>
  Object.entries(count).flatMap(([value, pieces]) =>
    swaps(pieces)
      .filter((meant) => (pieces - meant) * Number(value) === differenceMinor)
      .map((meant) => about([], { valueMinor: Number(value), pieces, meant })),
  );

/** Change was given as if another note had been handed over. */
const wrongNote: Cause = ({ differenceMinor, documents, denominations }) =>
  standing(documents).flatMap((one) => {
    const { tenderedMinor, cashMinor } = one;
    if (tenderedMinor === null || !denominations.some((note) => note === tenderedMinor))
      return [];
    const asIf = tenderedMinor - differenceMinor;
    return denominations.some((note) => note === asIf) && asIf >= cashMinor
      ? [about([one], { tenderedMinor, asIfMinor: asIf })]
      : [];
  });

/** Something beside the tickets is recorded twice. */
const actTwice: Cause = ({ differenceMinor, acts }) =>
  acts.flatMap(({ number, cashMinor }, i) => {
    const before = acts.slice(0, i).find((one) => one.cashMinor === cashMinor);
    return before && -cashMinor === differenceMinor
      ? [about([], { number, before: before.number, amountMinor: Math.abs(cashMinor) })]
      : [];
  });

/** Something beside the tickets is recorded, and its cash never went that way. */
const actNotDone: Cause = ({ differenceMinor, acts }) =>
  acts
    .filter(({ cashMinor }) => -cashMinor === differenceMinor)
    .map(({ number, cashMinor }) => about([], { number, amountMinor: Math.abs(cashMinor) }));

/** What is usually paid to somebody is missing, and is not recorded. */
const actNotRecorded: Cause = ({ differenceMinor, usual }) =>
  usual
    .filter(({ amountMinor }) => amountMinor === -differenceMinor)
    .map(({ party, amountMinor }) => about([], { party, amountMinor }));

/** One piece more or less of a denomination was counted than there is. */
const onePiece: Cause = ({ differenceMinor, count, denominations }) =>
  denominations
    .filter((value) => value === Math.abs(differenceMinor))
    .filter((value) => differenceMinor < 0 || (count[value] ?? 0) > 0)
    .map((valueMinor) => about([], { valueMinor }));

/** The only two sales whose cash adds up to what is missing. */
const onlyPair: Cause = ({ differenceMinor, documents }) => {
  const paid = standing(documents).filter(({ cashMinor }) => cashMinor > 0);
  const by = new Map<number, CashDocument[]>();
  const pairs: [CashDocument, CashDocument][] = [];
  for (const one of paid) {
    for (const other of by.get(-differenceMinor - one.cashMinor) ?? []) {
      pairs.push([other, one]);
      if (pairs.length > 1) return [];
    }
    by.set(one.cashMinor, [...(by.get(one.cashMinor) ?? []), one]);
  }
  return pairs.map((pair) => about(pair));
};

/** Every cause, the surest first where they tell equally much. */
export const CAUSES = {
  chequeNotFound,
  floatLeftOut,
  floatTwice,
  otherTender,
  rungTwice,
  actTwice,
  voidKept,
  digitsSwapped: digits(swaps),
  piecesSwapped,
  rollMiscounted,
  digitsSlid: digits(slides),
  actNotDone,
  actNotRecorded,
  wasCash,
  notCash,
  refundKept,
  wrongSide,
  wrongNote,
  cardDiffers,
  onlyPair,
  onePiece,
} satisfies Record<string, Cause>;

export type CauseKind = keyof typeof CAUSES;
