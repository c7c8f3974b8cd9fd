import {
  makeBead,
  shapeOfPot,
  type Bead,
  type BeadPart,
  type BeadShape,
  potRules,
} from '@abacist/core/days';
import { potOfCard } from '@abacist/core/takings';
import { rows, type Db } from '../db/pool';
import { SETTLED, STANDING } from '../settlements/batches';
import { potLabels } from '../takings/labels';
import { placesOf, type Span } from '../takings/places';
import { chargedParts } from './charged';

/** A part of a day's pot, where it is. Minor units. */
export type PotPart = BeadPart & { date: string; key: string; homeOn: string | null };

/** What does not tie of a day's pot. */
type Loose = { date: string; key: string; looseMinor: number };

/** What a span of days is made of: the parts of its pots, what does not tie, what they are called. */
export type Pots = {
  parts: PotPart[];
  loose: Loose[];
  labels: ReadonlyMap<string, string>;
};

/**
 * What is settled of a batch and scheme less what the till has, once a settlement named the
 * batch: two files that settle it together agree.
 */
const DIFFERENCE = `IF(b.settled_whole
    OR NOT EXISTS (SELECT 1 ${STANDING} WHERE x.batch_id = b.id), 0,
    ${SETTLED}
    - COALESCE(till.amount, 0))`;

/** What the till has of batches that are not settled whole, by scheme. */
const TILL = `
  SELECT m.batch_id, t.scheme, SUM(st.amount_minor) AS amount
  FROM batch b
  JOIN batch_now m ON m.batch_id = b.id
  JOIN sale_tender st ON st.id = m.sale_tender_id
  JOIN tender t ON t.id = st.tender_id
  LEFT JOIN sale_void v ON v.sale_id = st.sale_id
  WHERE NOT b.settled_whole AND v.id IS NULL
  GROUP BY m.batch_id, t.scheme`;

/** Days and schemes of batches that settlements named and did not settle whole. */
const LOOSE = `
  SELECT s.date, t.processor_id AS processorId, t.scheme,
    CAST(MAX(${DIFFERENCE}) AS SIGNED) AS looseMinor
  FROM batch b
  JOIN batch_now m ON m.batch_id = b.id
  JOIN sale_tender st ON st.id = m.sale_tender_id
  JOIN sale s ON s.id = st.sale_id
  JOIN tender t ON t.id = st.tender_id AND t.processor_id IS NOT NULL
  LEFT JOIN sale_void v ON v.sale_id = s.id
  LEFT JOIN (${TILL}) till ON till.batch_id = b.id AND till.scheme = t.scheme
  WHERE NOT b.settled_whole AND s.date BETWEEN ? AND ? AND v.id IS NULL
  GROUP BY s.date, t.processor_id, t.scheme`;

/** The pots of the days in a span; what does not tie is told as it is now. */
export async function potsOf(db: Db, span: Span): Promise<Pots> {
  const { from, to } = span;
  const [places, loose, charged, labels] = await Promise.all([
    placesOf(db, span),
    rows<Omit<Loose, 'key'> & { processorId: number; scheme: string }>(db, LOOSE, [from, to]),
    chargedParts(db, span),
    potLabels(db),
  ]);
  return {
    parts: [
      ...places.flatMap(({ day, pot, ...part }): PotPart[] =>
        // What was brought in is no takings of a day.
        potRules(pot).noBead ? [] : [{ ...part, date: day, key: pot }],
      ),
      ...charged.map((part) => ({ ...part, key: 'onAccount', homeOn: null })),
    ],
    loose: loose.map(({ date, processorId, scheme, looseMinor }) => ({
      date,
      key: potOfCard(processorId, scheme),
      looseMinor,
    })),
    labels,
  };
}

/** Beads by day; a pot that came to nothing everywhere makes none. */
export function beadsByDay({ parts, loose, labels }: Pots): Map<string, Bead[]> {
  const pots = new Map<string, PotPart[]>();
  for (const part of parts) {
    const key = `${part.date} ${part.key}`;
    pots.set(key, [...(pots.get(key) ?? []), part]);
  }
  const days = new Map<string, Bead[]>();
  for (const pot of pots.values()) {
    if (pot.every(({ amountMinor }) => amountMinor === 0)) continue;
    const { date, key } = pot[0]!;
    const looseMinor =
      loose.find((one) => one.date === date && one.key === key)?.looseMinor ?? 0;
    const named = { key, label: labels.get(key) ?? key, shape: shapeOfPot(key), looseMinor };
    days.set(date, [...(days.get(date) ?? []), makeBead(named, pot)]);
  }
  for (const beads of days.values()) beads.sort(byShape);
  return days;
}

const ORDER: readonly BeadShape[] = ['cash', 'cheque', 'card', 'other', 'onAccount'];

/** Cash first, then cheques, then cards by scheme, other tenders, accounts. */
function byShape(a: Bead, b: Bead): number {
  if (a.shape !== b.shape) return ORDER.indexOf(a.shape) - ORDER.indexOf(b.shape);
  return a.label === b.label ? (a.key < b.key ? -1 : 1) : a.label < b.label ? -1 : 1;
}
