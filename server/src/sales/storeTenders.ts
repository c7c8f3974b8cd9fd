import type { DecidedSale, TenderState } from '@abacist/core/sales';
import type { Cheque } from '@abacist/core/tenders';
import type { CommandContext } from '../context';
import { run } from '../db/pool';
import { joinBatch } from './batch';
import { takeCredit } from './credit';

export type TenderRow = TenderState & { cutOff: string | null };

type Stored = {
  tenderId: number;
  amountMinor: number;
  tenderedMinor: number;
  changeMinor: number;
  keptMinor: number;
  roundingMinor: number;
  lastFour: string | null;
  reference: string | null;
  creditNoteId: number | null;
  ofSaleTenderId: number | null;
  cheque: Cheque | null;
};

/** A ticket's tenders and refunds as rows; what is given back has negative amounts. */
function toStore({ tenders, refunds }: DecidedSale): Stored[] {
  return [
    ...tenders.map((tender) => ({ ...tender, ofSaleTenderId: null })),
    ...refunds.map((refund) => ({
      ...refund,
      // Cash given back is change for nothing tendered; a card is charged below zero.
      tenderedMinor: refund.kind === 'cash' ? 0 : refund.keptMinor,
      changeMinor: refund.kind === 'cash' ? -refund.keptMinor : 0,
      lastFour: null,
      creditNoteId: null,
      cheque: null,
      ofSaleTenderId: refund.saleTenderId,
    })),
  ];
}

/**
 * Stores how a ticket was settled; cards join their batch, credit notes are drawn on, each
 * cheque is kept as the piece of paper that it is.
 */
export async function storeTenders(
  context: CommandContext,
  saleId: number,
  drawerSessionId: number,
  sale: DecidedSale,
  known: readonly TenderRow[],
): Promise<void> {
  const { tx } = context;
  for (const [i, tender] of toStore(sale).entries()) {
    if (tender.creditNoteId !== null) {
      await takeCredit(context, tender.creditNoteId, tender.amountMinor);
    }
    const { insertId } = await run(
      tx,
      `INSERT INTO sale_tender
         (sale_id, position, tender_id, amount_minor, tendered_minor, change_minor, kept_minor,
          rounding_minor, last_four, reference, credit_note_id, of_sale_tender_id)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
      [
        saleId,
        i + 1,
        tender.tenderId,
        tender.amountMinor,
        tender.tenderedMinor,
        tender.changeMinor,
        tender.keptMinor,
        tender.roundingMinor,
        tender.lastFour,
        tender.reference,
        tender.creditNoteId,
        tender.ofSaleTenderId,
      ],
    );
    if (tender.cheque) {
      const { number, drawnBy, dated } = tender.cheque;
      await run(
        tx,
        `INSERT INTO cheque
           (sale_tender_id, drawer_session_id, taken_on, amount_minor, number, drawn_by, dated)
         VALUES (?, ?, ?, ?, ?, ?, ?)`,
        [insertId, drawerSessionId, context.today, tender.amountMinor, number, drawnBy, dated],
      );
    }
    const { processorId, cutOff } = known.find(({ id }) => id === tender.tenderId)!;
    if (processorId !== null && cutOff !== null) {
      await joinBatch(context, insertId, processorId, cutOff);
    }
  }
}
