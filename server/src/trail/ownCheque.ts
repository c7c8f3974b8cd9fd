import type { TrailStep } from '@abacist/contracts';
import { rows, type Db } from '../db/pool';
import { entryOf } from '../ledger/journal';

/** A cheque of ours as a trail needs it; its amount is below zero, as money that left. */
export type WrittenCheque = {
  id: number;
  saleId: number;
  number: string;
  date: string;
  amountMinor: number;
  payee: string;
};

/** Cheques of ours that stand and meet a condition, in the order in which they were written. */
export function writtenCheques(
  db: Db,
  where: 'date = ?' | 'id = ?',
  value: string | number,
): Promise<WrittenCheque[]> {
  return rows<WrittenCheque>(
    db,
    `SELECT id, sale_id AS saleId, number, date, -amount_minor AS amountMinor, payee
     FROM own_cheque WHERE ${where} AND NOT voided ORDER BY id`,
    [value],
  );
}

/** The step of a cheque that was written: the entry of its ticket put it on its way. */
export async function ownChequeStep(db: Db, cheque: WrittenCheque): Promise<TrailStep> {
  const { id, saleId, number, date, amountMinor, payee } = cheque;
  return {
    kind: 'ownCheque',
    id,
    number,
    date,
    stage: 'sent',
    amountMinor,
    note: { code: 'trail.ownCheque', params: { payee } },
    entry: await entryOf(db, 'sale', saleId),
  };
}
