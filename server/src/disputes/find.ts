import type { DisputeCandidate } from '@abacist/contracts';
import { addDays } from '@abacist/core/dates';
import type { SettledPart } from '@abacist/core/settlements';
import { rows, type Db } from '../db/pool';
import { IS_CORRECTED } from '../sales/correct';

/** Whoever disputes a card does so within about a year and a half. */
const DISPUTED_WITHIN = 540;

/** A card of the till that is disputed; of a corrected tender the right one, whose takings it is now. */
export type DisputedCard = {
  saleTenderId: number;
  takingsDay: string;
  scheme: string;
  lastFour: string;
};

/**
 * The card that a chargeback disputes: known by a reference of the till or of a settled card, else by
 * last four digits and amount, if there is just one such.
 */
export async function disputedCard(
  db: Db,
  of: { processorId: number; date: string },
  part: Pick<SettledPart, 'reference' | 'lastFour' | 'amountMinor'>,
): Promise<DisputedCard | undefined> {
  const byReference = part.reference
    ? await cardsWhere(
        db,
        `(st.reference = ? OR EXISTS (
           SELECT 1 FROM settlement_transaction x
           JOIN settlement g ON g.id = x.settlement_id AND g.standing
           WHERE x.sale_tender_id = st.id AND x.reference = ?))`,
        [part.reference, part.reference],
        of,
      )
    : [];
  const candidates =
    byReference.length > 0 || !part.lastFour
      ? byReference
      : await cardsWhere(
          db,
          'st.last_four = ? AND st.amount_minor = ?',
          [part.lastFour, Math.abs(part.amountMinor)],
          of,
        );
  return candidates.length === 1 ? candidates[0] : undefined;
}

const cardsWhere = (
  db: Db,
  where: string,
  values: readonly (string | number)[],
  { processorId, date }: { processorId: number; date: string },
) =>
  rows<DisputedCard>(
    db,
    `SELECT st.id AS saleTenderId, s.date AS takingsDay, t.scheme,
       COALESCE(st.last_four, '') AS lastFour
     FROM sale s
     JOIN sale_tender st ON st.sale_id = s.id AND st.amount_minor > 0
     JOIN tender t ON t.id = st.tender_id AND t.processor_id = ?
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE s.date BETWEEN ? AND ? AND v.id IS NULL AND NOT ${IS_CORRECTED} AND ${where}
     LIMIT 2`,
    [processorId, addDays(date, -DISPUTED_WITHIN), date, ...values],
  );

/** Cards that an unknown dispute may be of: the same last digits, or just as much, the newest first. */
export const candidatesOf = (
  db: Db,
  of: { processorId: number; receivedOn: string; lastFour: string; amountMinor: number },
) =>
  rows<DisputeCandidate>(
    db,
    `SELECT st.id AS saleTenderId, COALESCE(s.corrects_sale_id, s.id) AS saleId, CONCAT(d.series, '-', d.number) AS number,
       s.date, COALESCE(st.last_four, '') AS lastFour, st.amount_minor AS amountMinor
     FROM sale s
     JOIN sale_tender st ON st.sale_id = s.id AND st.amount_minor > 0
     JOIN tender t ON t.id = st.tender_id AND t.processor_id = ?
     JOIN document d ON d.kind = 'sale' AND d.subject_id = COALESCE(s.corrects_sale_id, s.id)
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE s.date BETWEEN ? AND ? AND v.id IS NULL AND NOT ${IS_CORRECTED}
       AND ((? <> '' AND st.last_four = ?) OR st.amount_minor = ?)
     ORDER BY s.date DESC, s.id DESC LIMIT 30`,
    [
      ...[of.processorId, addDays(of.receivedOn, -DISPUTED_WITHIN), of.receivedOn],
      ...[of.lastFour, of.lastFour, Math.abs(of.amountMinor)],
    ],
  );
