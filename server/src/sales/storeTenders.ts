import type { DecidedSale, TenderState } from '@abacist/core/sales';
import { inCoins, type Cheque, type OwnCheque, type TakenTender } from '@abacist/core/tenders';
import type { PrepaymentParts } from '@abacist/core/orders';
import type { CommandContext } from '../context';
import { rows, run } from '../db/pool';
import { storeOf } from '../tenders/kinds';
import type { TenderStored } from '../tenders/kinds/store';

export type TenderRow = TenderState & { cutOff: string | null };

/** A tender or refund as its row. */
export type StoredTender = Pick<TakenTender, 'kind' | 'amountMinor' | 'transfer'> & {
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
  chargeAccountId: number | null;
  /** Of a prepayment: its parts, of which the tax is owed no more. */
  prepaid: PrepaymentParts | null;
  /** Of what is given back, what had been written off. */
  writtenBackMinor: number;
};

/** What settles a ticket. */
type Settled = Pick<DecidedSale, 'tenders' | 'refunds' | 'prepaymentsUsed'>;

/** A ticket's tenders and refunds as rows; what is given back has negative amounts. */
function toStore({ tenders, refunds, prepaymentsUsed }: Settled): StoredTender[] {
  return [
    ...tenders.map((tender, i) => ({
      ...tender,
      ownCheque: null,
      chargeAccountId: tender.charge?.chargeAccountId ?? null,
      ofSaleTenderId: null,
      writtenBackMinor: 0,
      prepaid: prepaymentsUsed.find((used) => used.tender === i)?.parts ?? null,
    })),
    ...refunds.map((refund) => ({
      ...refund,
      // Cash given back is change for nothing tendered; a card is charged below zero.
      ...(inCoins(refund.kind)
        ? { tenderedMinor: 0, changeMinor: -refund.keptMinor }
        : { tenderedMinor: refund.keptMinor, changeMinor: 0 }),
      lastFour: null,
      creditNoteId: null,
      cheque: null,
      voucherId: null,
      orderId: null,
      prepaid: null,
      ofSaleTenderId: refund.saleTenderId,
    })),
  ];
}

/**
 * Stores how a ticket was settled, each tender by its kind's room: cards join their batch, credit
 * notes are drawn on, each cheque is kept as the piece of paper that it is.
 * @param taken when it was taken, where that is not now
 */
export async function storeTenders(
  context: CommandContext,
  saleId: number,
  drawerSessionId: number | null,
  sale: Settled,
  known: readonly TenderRow[],
  taken: { date: string; at: Date | null } = { date: context.today, at: context.now },
): Promise<void> {
  const { tx } = context;
  for (const [i, tender] of toStore(sale).entries()) {
    const { draw, keep } = storeOf(tender.kind);
    await draw?.(context, tender);
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
        tender.prepaid?.netMinor ?? null,
        tender.chargeAccountId,
        tender.writtenBackMinor,
      ],
    );
    await keep?.(context, tender, {
      saleId,
      saleTenderId: insertId,
      drawerSessionId,
      tender: known.find(({ id }) => id === tender.tenderId)!,
      at: `refunds.${i - sale.tenders.length}`,
      taken,
    });
  }
}

const tendersOf = ({ tx }: CommandContext, saleId: number): Promise<TenderStored[]> =>
  rows<TenderStored>(
    tx,
    `SELECT t.kind, st.id AS saleTenderId, st.amount_minor AS amountMinor,
       st.credit_note_id AS creditNoteId, st.voucher_id AS voucherId, st.order_id AS orderId,
       st.of_sale_tender_id AS ofSaleTenderId, st.written_back_minor AS writtenBackMinor
     FROM sale_tender st JOIN tender t ON t.id = st.tender_id
     WHERE st.sale_id = ? ORDER BY st.position`,
    [saleId],
  );

/** Whether money of a ticket moved on at the bank: a transfer that came, a cheque of ours cashed. */
export async function tenderGone(context: CommandContext, saleId: number): Promise<boolean> {
  for (const row of await tendersOf(context, saleId)) {
    if (await storeOf(row.kind).gone?.(context, row)) return true;
  }
  return false;
}

/** Takes back what a voided ticket's tenders kept and drew on. */
export async function undoTenders(context: CommandContext, saleId: number): Promise<void> {
  for (const row of await tendersOf(context, saleId)) {
    await storeOf(row.kind).undo?.(context, row);
  }
}
