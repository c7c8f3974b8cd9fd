import {
  makeBead,
  STAGES,
  type Bead,
  type BeadPart,
  type BeadShape,
  type Stage,
} from '@abacist/core/days';
import { rows, type Db } from '../db/pool';
import { SETTLED, STANDING } from '../settlements/batches';
import { placesOf } from '../takings/places';
import { chargedParts } from './charged';

export type Span = { from: string; to: string };

/** A part of a day's pot, with the document that carries it. Minor units. */
export type PotPart = {
  date: string;
  key: string;
  label: string;
  shape: BeadShape;
  stage: Stage;
  amountMinor: number;
  /** What its settlements say less what the till has; 0 ties. */
  looseMinor: number;
  homeOn: string | null;
};

type PotRow = { date: string; amountMinor: number; stage: Stage; homeOn: string | null };

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
  SELECT s.date, t.scheme, CAST(MAX(${DIFFERENCE}) AS SIGNED) AS looseMinor
  FROM sale s
  JOIN sale_tender st ON st.sale_id = s.id
  JOIN tender t ON t.id = st.tender_id AND t.kind = 'card'
  JOIN batch_now m ON m.sale_tender_id = st.id
  JOIN batch b ON b.id = m.batch_id AND NOT b.settled_whole
  LEFT JOIN sale_void v ON v.sale_id = s.id
  LEFT JOIN (${TILL}) till ON till.batch_id = b.id AND till.scheme = t.scheme
  WHERE s.date BETWEEN ? AND ? AND v.id IS NULL
  GROUP BY s.date, t.scheme`;

const isStage = (place: string): place is Stage =>
  (STAGES as readonly string[]).includes(place);

type Names = Pick<PotPart, 'key' | 'label' | 'shape'>;

const cardNames = (scheme: string): Names => ({
  key: `card:${scheme}`,
  label: scheme,
  shape: 'card',
});

const SHAPE_OF: Record<string, BeadShape> = {
  cash: 'cash',
  cheque: 'cheque',
  ownCheque: 'cheque',
  transfer: 'other',
};

/** A pot as its bead is named: cards by their scheme, whoever settles them. */
function namesOf(pot: string): Names {
  const [, scheme] = /^card \d+ (.*)$/.exec(pot) ?? [];
  if (scheme !== undefined) return cardNames(scheme);
  if (pot.startsWith('other ')) return { key: 'other', label: 'other', shape: 'other' };
  return { key: pot, label: pot, shape: SHAPE_OF[pot] ?? 'other' };
}

/** The parts of all pots of the days in a span. */
export async function potParts(db: Db, { from, to }: Span): Promise<PotPart[]> {
  const [places, loose, charged] = await Promise.all([
    placesOf(db, { from, to }),
    rows<{ date: string; scheme: string; looseMinor: number }>(db, LOOSE, [from, to]),
    chargedParts(db, from, to),
  ]);
  return [
    ...places.flatMap(({ day, pot, place, ...part }): PotPart[] =>
      isStage(place) && pot !== 'broughtIn'
        ? [{ ...part, ...namesOf(pot), date: day, stage: place, looseMinor: 0 }]
        : [],
    ),
    ...charged.map((part) => ownPot({ ...part, homeOn: null }, 'onAccount', 'onAccount')),
    // What does not tie is said of the bead, wherever its parts are.
    ...loose.map(({ date, scheme, looseMinor }): PotPart => ({
      ...cardNames(scheme),
      date,
      stage: 'home',
      amountMinor: 0,
      looseMinor,
      homeOn: null,
    })),
  ];
}

/** A pot that is named by its tender's kind, and ties by itself. */
const ownPot = (part: PotRow, key: string, shape: BeadShape): PotPart => ({
  ...part,
  key,
  label: key,
  shape,
  looseMinor: 0,
});

/** Beads by day from their parts; a pot that came to nothing makes none. */
export function beadsByDay(parts: readonly PotPart[]): Map<string, Bead[]> {
  const pots = new Map<string, PotPart[]>();
  for (const part of parts) {
    const key = `${part.date} ${part.key}`;
    pots.set(key, [...(pots.get(key) ?? []), part]);
  }
  const days = new Map<string, Bead[]>();
  for (const pot of [...pots.values()].sort((a, b) => (a[0]!.key < b[0]!.key ? -1 : 1))) {
    if (pot.every(({ amountMinor }) => amountMinor === 0)) continue;
    const { date, key, label, shape } = pot[0]!;
    const looseMinor = pot.find((part) => part.looseMinor !== 0)?.looseMinor ?? 0;
    const takenMinor = pot.reduce((total, { amountMinor }) => total + amountMinor, 0);
    const stages: BeadPart[] = pot.map(({ stage, amountMinor }) => ({ stage, amountMinor }));
    const bead = makeBead({ key, shape, label, looseMinor, takenMinor }, stages);
    days.set(date, [...(days.get(date) ?? []), bead].sort(byShape));
  }
  return days;
}

const ORDER: readonly BeadShape[] = ['cash', 'cheque', 'card', 'other', 'onAccount'];

/** Cash first, then cheques, then cards by scheme, other tenders, accounts. */
function byShape(a: Bead, b: Bead): number {
  if (a.shape !== b.shape) return ORDER.indexOf(a.shape) - ORDER.indexOf(b.shape);
  return a.key < b.key ? -1 : 1;
}
