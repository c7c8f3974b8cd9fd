import type { CardsView, SettlementView } from '@abacist/contracts';
import { effectiveRateBasisPoints } from '@abacist/core/settlements';
import type { Shop } from '../context';
import { placeholders, row, rows, type Db } from '../db/pool';
import { openBatches } from './batches';

/** Batches that are not settled whole, and the settlements, newest first. */
export async function cardsView(db: Db, shop: Shop): Promise<CardsView> {
  const [processors, batches, settlements, disputed] = await Promise.all([
    rows<{ id: number; name: string }>(db, 'SELECT id, name FROM processor ORDER BY id'),
    openBatches(db, shop),
    listSettlements(db),
    row<{ open: number }>(
      db,
      `SELECT COUNT(*) AS \`open\` FROM dispute
       WHERE standing AND amount_minor <> won_minor + lost_minor`,
    ),
  ]);
  return { processors, batches, settlements, disputes: disputed!.open };
}

type SettlementRow = Omit<SettlementView, 'schemes' | 'feeBasisPoints'>;
type SchemeRow = SettlementView['schemes'][number] & { settlementId: number };

/** Settlements that stand, the newest first; or one of them. */
export async function listSettlements(db: Db, id?: number): Promise<SettlementView[]> {
  const found = await rows<SettlementRow>(
    db,
    `SELECT s.id, CONCAT(d.series, '-', d.number) AS number, p.name AS processor, s.reference,
       s.date, s.due_date AS dueDate, s.gross_minor AS grossMinor,
       s.refunds_minor AS refundsMinor, s.fee_minor AS feeMinor, s.net_minor AS netMinor,
       s.difference_minor AS differenceMinor, s.differing, s.to_bank_minor AS toBankMinor, s.carried_minor AS carriedMinor,
       (SELECT MIN(l.date) FROM statement_line l
        WHERE l.match_group_id = s.match_group_id) AS atBankOn
     FROM settlement s
     JOIN processor p ON p.id = s.processor_id
     JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id
     WHERE s.standing AND (? IS NULL OR s.id = ?)
     ORDER BY s.date DESC, s.id DESC LIMIT 100`,
    [id ?? null, id ?? null],
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
      schemes: own.map(({ settlementId: _id, ...scheme }) => scheme),
    };
  });
}
