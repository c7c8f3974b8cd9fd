import type { DecidedSale, TenderState } from '@abacist/core/sales';
import type { Cheque, OwnCheque, TakenTender } from '@abacist/core/tenders';
import type { CommandContext } from '../context';
import { run } from '../db/pool';
import { joinBatch } from './batch';
import { takeCredit } from './credit';
import { storeOwnCheque } from './ownCheques';
import { creditCheque } from './returnedCheques';
import { storeTransfer } from './transfers';
import { takeVoucher } from './vouchers';

export type TenderRow = TenderState & { cutOff: string | null };

type Stored = Pick<TakenTender, 'kind' | 'amountMinor' | 'transfer'> & {
  tenderId: number;
  tenderedMinor: number;
  changeMinor: number;
  keptMinor: number;
  roundingMinor: number;
  lastFour: string | null;
  reference: string | null;
  creditNoteId: number | null;
  ofSaleTenderId: number | null;
  cheque: Cheque | null;
  ownCheque: OwnCheque | null;
  voucherId: number | null;
  orderId: number | null;
  accountId: number | null;
  /** The part of a prepayment that was no tax. */
  netMinor: number | null;
  /** Of what is given back, what had been written off. */
  writtenBackMinor: number;
};

/** A ticket's tenders and refunds as rows; what is given back has negative amounts. */
function toStore({ tenders, refunds, prepaymentsUsed }: DecidedSale): Stored[] {
  return [
    ...tenders.map((tender, i) => ({
      ...tender,
      ownCheque: null,
      accountId: tender.charge?.accountId ?? null,
      ofSaleTenderId: null,
      writtenBackMinor: 0,
      netMinor: prepaymentsUsed.find((used) => used.tender === i)?.parts.netMinor ?? null,
    })),
    ...refunds.map((refund) => ({
      ...refund,
      // Cash given back is change for nothing tendered; a card is charged below zero.
      tenderedMinor: refund.kind === 'cash' ? 0 : refund.keptMinor,
      changeMinor: refund.kind === 'cash' ? -refund.keptMinor : 0,
      lastFour: null,
      creditNoteId: null,
      cheque: null,
      voucherId: null,
      orderId: null,
      netMinor: null,
      ofSaleTenderId: refund.saleTenderId,
    })),
  ];
}

/**
 * Stores how a ticket was settled; cards join their batch, credit notes are drawn on, each
 * cheque, of others or our own, is kept as the piece of paper that it is.
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
    if (tender.voucherId !== null) {
      await takeVoucher(context, tender.voucherId, tender.amountMinor);
    }
    const { insertId } = await run(
      tx,
      `INSERT INTO sale_tender
         (sale_id, position, tender_id, amount_minor, tendered_minor, change_minor, kept_minor,
          rounding_minor, last_four, reference, credit_note_id, of_sale_tender_id, voucher_id,
          order_id, net_minor, charge_account_id, written_back_minor)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
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
        tender.voucherId,
        tender.orderId,
        tender.netMinor,
        tender.accountId,
        tender.writtenBackMinor,
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
    if (tender.kind === 'cheque' && tender.ofSaleTenderId !== null) {
      const { ofSaleTenderId, amountMinor, writtenBackMinor } = tender;
      await creditCheque(context, ofSaleTenderId, -amountMinor, writtenBackMinor);
    }
    if (tender.ownCheque) {
      await storeOwnCheque(context, tender.ownCheque, {
        saleId,
        saleTenderId: insertId,
        amountMinor: -tender.amountMinor,
        at: `refunds.${i}`,
      });
    }
    if (tender.transfer) {
      await storeTransfer(context, tender, { saleId, saleTenderId: insertId });
    }
    const { processorId, cutOff } = known.find(({ id }) => id === tender.tenderId)!;
    if (processorId !== null && cutOff !== null) {
      await joinBatch(context, insertId, processorId, cutOff);
    }
  }
}
