import type { SaleDetail } from '@abacist/contracts';
import { potOf, roomOf } from '@abacist/core/tenders';
import { IS_CORRECTED } from './correct';
import { rows, toMinor, type Db } from '../db/pool';
import { OWED } from './returnedCheques';

type Payment = SaleDetail['payments'][number];

/** What paid a ticket, and where each of it is now. */
export async function paymentsOf(db: Db, id: number): Promise<Payment[]> {
  type Kept = {
    chequeNumber: string | null;
    drawnBy: string;
    dated: string;
    ownNumber: string | null;
    payee: string;
    chargeAccountId: number | null;
    accountName: string;
    buyer: string;
    dueDate: string;
    discountDate: string | null;
    discountMinor: number;
    leftMinor: number;
    signature: Buffer | null;
    chequeId: number | null;
    atBank: number;
    missing: number;
    returnedId: number | null;
    returnedOn: string;
    owed: string;
    writtenOff: number;
    processorId: number | null;
    scheme: string | null;
    corrected: number;
  };
  const pots = await potsOfTicket(db, id);
  const found = await rows<
    Omit<Payment, 'cheque' | 'chequeState' | 'ownCheque' | 'charge' | 'bead' | 'mayCorrect'> &
      Kept
  >(
    db,
    `SELECT st.id, st.tender_id AS tenderId, t.name, t.kind, t.processor_id AS processorId, t.scheme,
       st.amount_minor AS amountMinor,
       st.tendered_minor AS tenderedMinor, st.change_minor AS changeMinor,
       st.rounding_minor AS roundingMinor, st.last_four AS lastFour, st.reference,
       q.number AS chequeNumber, q.drawn_by AS drawnBy, q.dated, o.number AS ownNumber, o.payee,
       st.charge_account_id AS chargeAccountId, ac.name AS accountName, i.buyer, i.due_date AS dueDate,
       i.left_minor AS leftMinor, i.discount_date AS discountDate,
       COALESCE(i.discount_minor, 0) AS discountMinor, sg.png AS signature, q.id AS chequeId,
       EXISTS (SELECT 1 FROM safe_item f JOIN slip_item_now si ON si.safe_item_id = f.id
               WHERE f.cheque_id = q.id) AS atBank,
       dc.id IS NOT NULL AND NOT EXISTS (SELECT 1 FROM safe_item f WHERE f.cheque_id = q.id)
         AS missing,
       b.id AS returnedId, b.date AS returnedOn, ${OWED} AS owed,
       b.written_off_minor AS writtenOff, ${IS_CORRECTED} AS corrected
     FROM sale_tender st
     JOIN tender t ON t.id = st.tender_id
     LEFT JOIN cheque q ON q.sale_tender_id = st.id
     LEFT JOIN drawer_close dc ON dc.drawer_session_id = q.drawer_session_id
     LEFT JOIN returned_cheque b ON b.cheque_id = q.id AND b.standing
     LEFT JOIN own_cheque o ON o.sale_tender_id = st.id
     LEFT JOIN charge_signature sg ON sg.sale_tender_id = st.id
     LEFT JOIN open_item i ON i.sale_tender_id = st.id
     LEFT JOIN charge_account ca ON ca.id = st.charge_account_id
     LEFT JOIN customer ac ON ac.id = ca.customer_id
     WHERE st.sale_id = ? ORDER BY st.position`,
    [id],
  );
  return found.map((stored): Payment => {
    const { chequeNumber, drawnBy, dated, ownNumber, payee, ...rest } = stored;
    const { chequeId, atBank, missing, returnedId, returnedOn, owed, writtenOff, ...more } =
      rest;
    const {
      chargeAccountId,
      accountName,
      buyer,
      dueDate,
      discountDate,
      discountMinor,
      leftMinor,
      signature,
      ...tender
    } = more;
    const { processorId, scheme, corrected, ...payment } = tender;
    const pot = potOf(payment.kind, { id: payment.tenderId, processorId, scheme });
    return {
      ...payment,
      mayCorrect:
        payment.amountMinor > 0 && corrected === 0 && roomOf(payment.kind).corrects === true,
      bead: roomOf(payment.kind).take?.charges
        ? payment.kind
        : pot && pots.has(pot)
          ? pot
          : null,
      cheque: chequeNumber === null ? null : { number: chequeNumber, drawnBy, dated },
      chequeState:
        chequeId === null
          ? null
          : {
              id: chequeId,
              atBank: atBank === 1,
              missing: missing === 1,
              returned:
                returnedId === null
                  ? null
                  : {
                      id: returnedId,
                      date: returnedOn,
                      owedMinor: toMinor(owed),
                      writtenOffMinor: writtenOff,
                    },
            },
      ownCheque: ownNumber === null ? null : { number: ownNumber, payee },
      charge:
        chargeAccountId === null
          ? null
          : {
              chargeAccountId,
              name: accountName,
              buyer: buyer ?? '',
              dueDate,
              discountDate,
              discountMinor,
              leftMinor,
              signature: signature?.toString('base64') ?? null,
            },
    };
  });
}

/** The pots in which a ticket's entry put money, or out of which it gave some. */
async function potsOfTicket(db: Db, id: number): Promise<Set<string>> {
  const found = await rows<{ pot: string }>(
    db,
    `SELECT DISTINCT l.pot FROM entry e
     JOIN entry_line l ON l.entry_id = e.id AND l.pot IS NOT NULL
     WHERE e.kind = 'sale' AND e.subject_id = ?`,
    [id],
  );
  return new Set(found.map(({ pot }) => pot));
}
