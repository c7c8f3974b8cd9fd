import type { TrailStep } from '@abacist/contracts';
import { rows, type Db } from '../db/pool';
import { entryOf } from '../ledger/journal';

/** A paper of one ticket that goes to the bank by itself; below zero where money leaves. */
export type Paper = {
  id: number;
  /** The document whose entry put it on its way. */
  documentId: number;
  number: string;
  date: string;
  amountMinor: number;
  /** Who it is from or to. */
  name: string;
  /** The day's pot that it belongs to. */
  potDate: string;
};

/** Papers by kind: where they are kept, the entry's kind, what the trail says. */
const PAPERS = {
  ownCheque: {
    sql: `SELECT o.id, o.sale_id AS documentId, o.number, o.date, -o.amount_minor AS amountMinor,
            o.payee AS name, o.date AS potDate
          FROM own_cheque o WHERE NOT o.voided`,
    entry: 'sale',
    code: 'trail.ownCheque',
  },
  transfer: {
    sql: `SELECT o.id, o.sale_id AS documentId, CONCAT(d.series, '-', d.number) AS number, o.date,
            o.amount_minor AS amountMinor, o.reference AS name, o.date AS potDate
          FROM transfer o JOIN document d ON d.kind = 'sale' AND d.subject_id = o.sale_id
          WHERE NOT o.voided`,
    entry: 'sale',
    code: 'trail.transfer',
  },
  returnedCheque: {
    sql: `SELECT o.id, o.id AS documentId, q.number, o.date, -o.amount_minor AS amountMinor,
            q.drawn_by AS name, s.date AS potDate
          FROM returned_cheque o
          JOIN cheque q ON q.id = o.cheque_id
          JOIN sale s ON s.id = o.sale_id
          WHERE o.standing`,
    entry: 'chequeReturn',
    code: 'trail.returnedCheque',
  },
} as const;
export type PaperKind = keyof typeof PAPERS;
export const isPaper = <K extends string>(kind: K): kind is K & PaperKind => kind in PAPERS;

/** Papers of a kind that stand and meet a condition, in the order in which they were made. */
export function papers(
  db: Db,
  kind: PaperKind,
  where: 'p.potDate = ?' | 'p.id = ?',
  value: string | number,
): Promise<Paper[]> {
  return rows<Paper>(
    db,
    `SELECT p.* FROM (${PAPERS[kind].sql}) p WHERE ${where} ORDER BY p.id`,
    [value],
  );
}

/** The step at which a paper went on its way. */
export async function paperStep(
  db: Db,
  kind: PaperKind,
  { id, documentId, number, date, amountMinor, name }: Paper,
): Promise<TrailStep> {
  return {
    kind,
    id,
    number,
    date,
    from: null,
    place: 'sent',
    amountMinor,
    beside: [],
    note: { code: PAPERS[kind].code, params: { name, number } },
    entry: await entryOf(db, PAPERS[kind].entry, documentId),
  };
}
