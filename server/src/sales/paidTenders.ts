import { NOTHING_PAID, type PaidTender, type RefundState } from '@abacist/core/returns';
import { TENDER_KINDS } from '@abacist/core/tenders';
import { rows, toMinor, type Db } from '../db/pool';
import { storeOf } from '../tenders/kinds';

type PaidRow = Omit<
  PaidTender,
  'refundedMinor' | 'ahead' | 'unpaidMinor' | 'writtenOffMinor'
> & {
  refunded: string | null;
  unpaid: string | null;
  writtenOff: string | null;
};

/** What never came of a tender, by its kind's room. */
function ofNever(part: 'unpaid' | 'writtenOff'): string {
  const cases = TENDER_KINDS.map((kind) => {
    const sql = storeOf(kind).never?.[part];
    return sql ? `WHEN '${kind}' THEN ${sql}` : '';
  });
  return `CASE t.kind ${cases.join(' ')} END`;
}

/**
 * Tenders by what a condition on `st` names, with what went back to each and what of it never
 * came: an open charge, a returned cheque that is owed, and what was written off of either.
 */
const paidSql = () => `
  SELECT st.id AS saleTenderId, st.tender_id AS tenderId, t.kind,
    st.amount_minor AS amountMinor, st.kept_minor AS keptMinor,
    st.charge_account_id AS chargeAccountId,
    ${ofNever('unpaid')} AS unpaid,
    ${ofNever('writtenOff')} AS writtenOff,
    (SELECT -SUM(b.amount_minor) FROM sale_tender b
     LEFT JOIN sale_void bv ON bv.sale_id = b.sale_id
     WHERE b.of_sale_tender_id = st.id AND bv.id IS NULL) AS refunded
  FROM sale_tender st JOIN tender t ON t.id = st.tender_id`;

/** Tenders that a statement's rest finds, as what can be paid back to them. */
export async function paidTenders(
  db: Db,
  rest: string,
  values: readonly number[],
  ahead = false,
): Promise<PaidTender[]> {
  const found = await rows<PaidRow>(db, `${paidSql()} ${rest}`, values);
  return found.map(({ refunded, unpaid, writtenOff, ...tender }) => ({
    ...tender,
    refundedMinor: toMinor(refunded),
    unpaidMinor: toMinor(unpaid),
    writtenOffMinor: toMinor(writtenOff),
    ...(ahead && { ahead: true as const }),
  }));
}

/** What brought a payment of an unknown payer: its ticket's tenders can get it back. */
export async function paidForUnknown(db: Db, unknownPaymentId: number): Promise<RefundState> {
  const paid = await paidTenders(
    db,
    'JOIN unknown_payment p ON p.sale_id = st.sale_id WHERE p.id = ? ORDER BY st.id',
    [unknownPaymentId],
  );
  return { ...NOTHING_PAID, paid };
}

/** What brought the money of a voucher: its ticket's tenders can get it back. */
export async function paidForVoucher(db: Db, voucherId: number): Promise<RefundState> {
  const paid = await paidTenders(
    db,
    `JOIN voucher w ON w.sale_id = st.sale_id
     WHERE w.id = ? AND st.amount_minor > 0 ORDER BY st.position`,
    [voucherId],
  );
  return { ...NOTHING_PAID, paid };
}
