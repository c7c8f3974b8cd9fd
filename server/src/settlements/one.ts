import type { ComparedRow, DecidedCard, SettlementDetail } from '@abacist/contracts';
import { sum } from '@abacist/core/money';
import {
  compareCards,
  compareSettlement,
  reserveByRule,
  towardsTill,
  type SettledTransaction,
} from '@abacist/core/settlements';
import { placeholders, row, rows, type Db } from '../db/pool';
import { notFound } from '../http/errors';
import type { QueryContext } from '../http/query';
import { batchSchemes } from './batches';
import { cardDifferences } from './differences';
import { listSettlements } from './read';
import { tillCards, type OpenCard } from './tillCards';

type Head = Pick<
  SettlementDetail,
  | 'processorId'
  | 'taxMinor'
  | 'chargebacksMinor'
  | 'chargebackFeesMinor'
  | 'reserveMinor'
  | 'adjustmentsMinor'
> & { stated: string; reservePercent: string };

/**
 * A settlement whole: what its net is made of, and its cards beside the till's as both stand now.
 * @throws HttpError 404 `settlement.unknown`
 */
export async function settlementDetail(
  { db, shop }: QueryContext,
  { id }: { id: number },
): Promise<SettlementDetail> {
  const [view] = await listSettlements(db, id);
  if (!view) throw notFound('settlement.unknown');
  const head = (await row<Head>(
    db,
    `SELECT s.processor_id AS processorId, s.stated, s.tax_minor AS taxMinor,
       s.chargebacks_minor AS chargebacksMinor, s.chargeback_fees_minor AS chargebackFeesMinor,
       s.reserve_minor AS reserveMinor, s.adjustments_minor AS adjustmentsMinor,
       p.reserve_percent AS reservePercent
     FROM settlement s JOIN processor p ON p.id = s.processor_id WHERE s.id = ?`,
    [id],
  ))!;
  const parts = await rows<SettlementDetail['parts'][number]>(
    db,
    `SELECT p.kind, p.file_row AS \`row\`, p.amount_minor AS amountMinor, p.scheme, p.reference,
       p.last_four AS lastFour, p.words, p.dispute_id AS disputeId, st.sale_id AS saleId,
       CONCAT(d.series, '-', d.number) AS saleNumber
     FROM settlement_part p
     LEFT JOIN dispute x ON x.id = p.dispute_id
     LEFT JOIN sale_tender st ON st.id = COALESCE(x.sale_tender_id, p.sale_tender_id)
     LEFT JOIN document d ON d.kind = 'sale' AND d.subject_id = st.sale_id
     WHERE p.settlement_id = ? ORDER BY p.position`,
    [id],
  );
  const { reservePercent, ...sums } = head;
  return {
    ...{ ...view, ...sums, parts },
    reserveByRuleMinor: reservePercent ? reserveByRule(view.grossMinor, reservePercent) : null,
    stated: head.stated.split(' ').filter(Boolean),
    cards: await comparedCards(db, {
      settlementId: id,
      processorId: head.processorId,
      zone: shop.zone,
    }),
  };
}

/** The cards of a settlement beside the till's, as both stand now. */
export async function comparedCards(
  db: Db,
  of: { settlementId: number; processorId: number; zone: string },
): Promise<SettlementDetail['cards']> {
  const theirs = await rows<SettledTransaction & { saleTenderId: number | null }>(
    db,
    `SELECT sale_tender_id AS saleTenderId, file_row AS \`row\`, batch_date AS batchDate, scheme, card_kind AS cardKind,
       amount_minor AS amountMinor, fee_minor AS feeMinor, reference, authorisation,
       last_four AS lastFour, on_date AS \`on\`, at_time AS \`time\`
     FROM settlement_transaction WHERE settlement_id = ? ORDER BY position`,
    [of.settlementId],
  );
  if (theirs.length === 0) return null;
  const ours = await tillCards(db, of, theirs);
  const places = new Map(ours.map((card, j) => [card.id, j]));
  const known = theirs.flatMap(({ saleTenderId }, i) => {
    const j = saleTenderId === null ? undefined : places.get(saleTenderId);
    return j === undefined ? [] : [{ theirs: i, ours: j }];
  });
  const standing = new Set(known.map((pair) => pair.theirs));
  const compared = compareCards(theirs, ours, known);
  const { schemes } = towardsTill({ schemes: [], transactions: theirs }, ours, {
    pairs: compared.pairs.filter((pair) => standing.has(pair.theirs)),
  });
  const named = new Set(schemes.map(({ batchDate }) => batchDate));
  const batches = await batchSchemes(db, of.processorId, [...named]);
  // As if this settlement were still to come: what it settles agrees with what is open without it.
  const own = new Map(schemes.map((one) => [`${one.batchDate} ${one.scheme}`, one]));
  const before = batches.map((batch) => {
    const said = own.get(`${batch.batchDate} ${batch.scheme}`);
    const settledMinor = batch.settledMinor - (said ? said.grossMinor - said.refundsMinor : 0);
    return { ...batch, settledMinor };
  });
  const findings = compareSettlement({ schemes }, before);
  const decided = await decidedCards(db, of.settlementId);
  const isDecided = new Set(
    decided.map(({ position, saleTenderId }) => `${position} ${saleTenderId}`),
  );
  const found = cardDifferences(theirs, ours, compared, { named, findings, standing }).filter(
    ({ theirs: i, ours: j }) => !isDecided.has(`${i} ${j === null ? null : ours[j]!.id}`),
  );
  const sales = await salesOf(
    db,
    found.flatMap(({ ours: j }) => (j === null ? [] : [ours[j]!.id])),
  );
  const count = (what: 'agrees' | 'otherBatch') =>
    compared.pairs.filter(
      ({ finding, theirs: i }) => finding === what && (what === 'agrees' || standing.has(i)),
    ).length;
  const processorMinor = sum(theirs.map(({ amountMinor }) => amountMinor));
  return {
    agreeing: count('agrees') + count('otherBatch'),
    otherBatch: count('otherBatch'),
    rows: found.map(({ what, evidence, differenceMinor, theirs: i, ours: j }) => ({
      ...{ what, evidence, differenceMinor },
      theirs: i === null ? null : theirSide(theirs[i]!, i),
      ours: j === null ? null : ourSide(ours[j]!, sales),
    })),
    decided,
    // A claim is still open: what was adjusted is not.
    tillMinor:
      processorMinor -
      sum([
        ...found.map((one) => one.differenceMinor),
        ...decided.map(({ what, amountMinor }) => (what === 'claim' ? amountMinor : 0)),
      ]),
    processorMinor,
  };
}

const theirSide = (
  card: SettledTransaction & { saleTenderId: number | null },
  position: number,
): ComparedRow['theirs'] => {
  const { row: _row, cardKind: _kind, feeMinor: _fee, saleTenderId: _known, ...said } = card;
  return { ...said, position };
};

function decidedCards(db: Db, settlementId: number): Promise<DecidedCard[]> {
  return rows<DecidedCard>(
    db,
    `SELECT x.id, x.what, x.position, x.sale_tender_id AS saleTenderId,
       x.amount_minor AS amountMinor, x.reason, u.name AS \`by\`, x.decided_on AS \`on\`
     FROM card_decision x JOIN user u ON u.id = x.user_id
     WHERE x.settlement_id = ? AND x.standing ORDER BY x.id`,
    [settlementId],
  );
}

type Sale = { saleTenderId: number; saleId: number; number: string; batchId: number };

function ourSide(card: OpenCard, sales: ReadonlyMap<number, Sale>): ComparedRow['ours'] {
  const { id, settled: _settled, ...said } = card;
  return { ...said, ...sales.get(id)! };
}

async function salesOf(db: Db, ids: readonly number[]): Promise<Map<number, Sale>> {
  if (ids.length === 0) return new Map();
  const found = await rows<Sale>(
    db,
    `SELECT st.id AS saleTenderId, st.sale_id AS saleId, m.batch_id AS batchId,
       CONCAT(d.series, '-', d.number) AS number
     FROM sale_tender st
     JOIN batch_now m ON m.sale_tender_id = st.id
     JOIN document d ON d.kind = 'sale' AND d.subject_id = st.sale_id
     WHERE st.id IN (${placeholders(ids.length)})`,
    ids,
  );
  return new Map(found.map((one) => [one.saleTenderId, one]));
}
