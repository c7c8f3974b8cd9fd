import type { BatchView, CardsView, SettlementView } from '@abacist/contracts';
import { effectiveRateBasisPoints } from '@abacist/core/settlements';
import type { Shop } from '../context';
import { placeholders, rows, toMinor, type Db } from '../db/pool';
import { dueDate } from './import';

type BatchRow = {
  id: number;
  processor: string;
  delay: number;
  batchDate: string;
  closed: number;
  scheme: string;
  items: number;
  amountMinor: number;
  settledMinor: string;
};

/** Batches that are not settled whole, and the settlements, newest first. */
export async function cardsView(db: Db, shop: Shop): Promise<CardsView> {
  const [processors, batches, settlements] = await Promise.all([
    rows<{ id: number; name: string }>(db, 'SELECT id, name FROM processor ORDER BY id'),
    openBatches(db, shop),
    listSettlements(db),
  ]);
  return { processors, batches, settlements };
}

/** Batches with an amount that no settlement has named yet, oldest first. */
export async function openBatches(db: Db, shop: Shop): Promise<BatchView[]> {
  const found = await rows<BatchRow>(
    db,
    `SELECT b.id, p.name AS processor, p.delay_banking_days AS delay, b.batch_date AS batchDate,
       b.closed_at IS NOT NULL AS closed, t.scheme, COUNT(*) AS items,
       CAST(SUM(st.amount_minor) AS SIGNED) AS amountMinor,
       COALESCE((SELECT SUM(x.amount_minor) FROM settled x
                 WHERE x.batch_id = b.id AND x.scheme = t.scheme), 0) AS settledMinor
     FROM batch b
     JOIN processor p ON p.id = b.processor_id
     JOIN batch_member m ON m.batch_id = b.id
     JOIN sale_tender st ON st.id = m.sale_tender_id
     JOIN tender t ON t.id = st.tender_id
     LEFT JOIN sale_void v ON v.sale_id = st.sale_id
     WHERE v.id IS NULL
       AND NOT EXISTS (SELECT 1 FROM settled any_settled WHERE any_settled.batch_id = b.id)
     GROUP BY b.id, p.name, p.delay_banking_days, b.batch_date, b.closed_at, t.scheme
     ORDER BY b.batch_date, b.id, t.scheme`,
  );
  const batches = new Map<number, BatchView>();
  for (const one of found) {
    const batch = batches.get(one.id) ?? {
      id: one.id,
      processor: one.processor,
      batchDate: one.batchDate,
      closed: Boolean(one.closed),
      dueDate: dueDate(one.batchDate, one.delay, shop.holidayRegion),
      schemes: [],
    };
    batches.set(one.id, batch);
    batch.schemes.push({
      scheme: one.scheme,
      items: one.items,
      amountMinor: one.amountMinor,
      settledMinor: toMinor(one.settledMinor),
    });
  }
  return [...batches.values()];
}

type SettlementRow = Omit<SettlementView, 'schemes' | 'feeBasisPoints' | 'differenceMinor'>;
type SchemeRow = SettlementView['schemes'][number] & { settlementId: number };

async function listSettlements(db: Db): Promise<SettlementView[]> {
  const found = await rows<SettlementRow>(
    db,
    `SELECT s.id, CONCAT(d.series, '-', d.number) AS number, p.name AS processor, s.reference,
       s.date, s.due_date AS dueDate, s.gross_minor AS grossMinor,
       s.refunds_minor AS refundsMinor, s.fee_minor AS feeMinor, s.net_minor AS netMinor,
       (SELECT MIN(l.date) FROM statement_line l
        WHERE l.match_group_id = s.match_group_id) AS atBankOn
     FROM settlement s
     JOIN processor p ON p.id = s.processor_id
     JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id
     ORDER BY s.date DESC, s.id DESC LIMIT 100`,
  );
  if (found.length === 0) return [];
  const schemes = await rows<SchemeRow>(
    db,
    `SELECT settlement_id AS settlementId, batch_date AS batchDate, scheme, items,
       till_minor AS tillMinor, gross_minor AS grossMinor, refunds_minor AS refundsMinor,
       fee_minor AS feeMinor, net_minor AS netMinor, difference_minor AS differenceMinor, finding
     FROM settlement_scheme WHERE settlement_id IN (${placeholders(found.length)})
     ORDER BY batch_date, scheme`,
    found.map(({ id }) => id),
  );
  return found.map((settlement) => {
    const own = schemes.filter(({ settlementId }) => settlementId === settlement.id);
    return {
      ...settlement,
      feeBasisPoints: effectiveRateBasisPoints(settlement),
      differenceMinor: own.reduce((total, { differenceMinor }) => total + differenceMinor, 0),
      schemes: own.map(({ settlementId: _id, ...scheme }) => scheme),
    };
  });
}
