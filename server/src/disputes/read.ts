import type { DisputeDetail, DisputesView, DisputeView } from '@abacist/contracts';
import { openOf, stateOf } from '@abacist/core/disputes';
import { row, rows, type Db } from '../db/pool';
import { notFound } from '../http/errors';
import { candidatesOf } from './find';

type Stored = Omit<DisputeView, 'openMinor' | 'state'> & {
  saleTenderId: number | null;
};

/** Which of the open ones come first: those without a day, then by their day; answered ones last. */
const urgency = ({ state, evidenceDue, sentOn }: DisputeView) =>
  state === 'answered' ? `2 ${sentOn}` : `1 ${evidenceDue ?? ''}`;

/** So many that are done are shown, the newest first. */
const DONE_SHOWN = 50;
const OPEN = 'x.amount_minor <> x.won_minor + x.lost_minor';

/** Disputes that stand: all that are open, the most urgent first; and what is done lately. */
export async function disputesView(db: Db): Promise<DisputesView> {
  const [open, done] = await Promise.all([
    openDisputes(db),
    disputesWhere(db, `NOT (${OPEN})`, [], DONE_SHOWN),
  ]);
  return { open, done: done.map(bare) };
}

/** Those of which something neither came back nor is lost, the most urgent first. */
export async function openDisputes(db: Db): Promise<DisputeView[]> {
  const open = await disputesWhere(db, OPEN, []);
  return open.map(bare).sort((a, b) => (urgency(a) < urgency(b) ? -1 : 1));
}

const bare = ({ saleTenderId: _, ...view }: Read): DisputeView => view;
type Read = DisputeView & Pick<Stored, 'saleTenderId'>;

async function disputesWhere(
  db: Db,
  where: string,
  values: readonly number[],
  most?: number,
): Promise<Read[]> {
  const found = await rows<Stored>(
    db,
    `SELECT x.id, x.processor_id AS processorId, p.name AS processor, x.scheme, x.reference,
       x.last_four AS lastFour, x.amount_minor AS amountMinor, x.won_minor AS wonMinor,
       x.lost_minor AS lostMinor, x.received_on AS receivedOn, x.evidence_due AS evidenceDue,
       x.sent_on AS sentOn, x.sale_tender_id AS saleTenderId, d.subject_id AS saleId,
       CONCAT(d.series, '-', d.number) AS saleNumber
     FROM dispute x
     JOIN processor p ON p.id = x.processor_id
     LEFT JOIN sale_tender st ON st.id = x.sale_tender_id
     LEFT JOIN sale s ON s.id = st.sale_id
     LEFT JOIN document d ON d.kind = 'sale'
       AND d.subject_id = COALESCE(s.corrects_sale_id, s.id)
     WHERE x.standing AND ${where}
     ORDER BY x.received_on DESC, x.id DESC ${most === undefined ? '' : `LIMIT ${most}`}`,
    values,
  );
  return found.map((one) => ({ ...one, openMinor: openOf(one), state: stateOf(one) }));
}

/** A dispute with all that came of it. @throws HttpError 404 `dispute.unknown` */
export async function disputeDetail(db: Db, id: number): Promise<DisputeDetail> {
  const [found] = await disputesWhere(db, 'x.id = ?', [id]);
  if (!found) throw notFound('dispute.unknown');
  const { saleTenderId, ...view } = found;
  const [story, files, settled, candidates] = await Promise.all([
    storyOf(db, id),
    rows<DisputeDetail['files'][number]>(
      db,
      'SELECT id, name, type FROM dispute_file WHERE dispute_id = ? AND NOT removed ORDER BY id',
      [id],
    ),
    saleTenderId === null ? undefined : settledCard(db, saleTenderId),
    view.saleId === null && view.amountMinor > 0 ? candidatesOf(db, view) : [],
  ]);
  return { ...view, story, files, settled: settled ?? null, candidates };
}

const settledCard = (db: Db, saleTenderId: number) =>
  row<NonNullable<DisputeDetail['settled']>>(
    db,
    `SELECT x.reference, x.authorisation, x.on_date AS \`on\`, x.at_time AS \`time\`
     FROM settlement_transaction x
     JOIN settlement s ON s.id = x.settlement_id AND s.standing
     WHERE x.sale_tender_id = ? LIMIT 1`,
    [saleTenderId],
  );

/** The page of the bank’s line that shows it; what is not matched has none. */
const PAGE_OF_LINE = `(SELECT CONCAT('/lines/', MIN(l.id)) FROM statement_line l
  WHERE l.match_group_id = b.match_group_id)`;
/** What the bank shows is taken back once its match is undone. */
const UNDO_AT_BANK = `IF(b.match_group_id IS NULL,
  CONCAT('/bank-chargebacks/', b.id, '/undo'), NULL)`;

/** Parts of settlements and of the bank that are of it, the sale that was found, and what of it was lost. */
const storyOf = (db: Db, id: number) =>
  rows<DisputeDetail['story'][number]>(
    db,
    `SELECT y.* FROM (
       SELECT CASE WHEN p.kind = 'chargebackFee' THEN 'fee' WHEN p.amount_minor < 0 THEN 'back'
           ELSE 'taken' END AS what,
         CONCAT(d.series, '-', d.number) AS number, s.date, p.amount_minor AS amountMinor,
         p.words AS reason, CONCAT('/bank/settlements/', s.id) AS page, NULL AS \`undo\`
       FROM settlement_part p
       JOIN settlement s ON s.id = p.settlement_id AND s.standing
       JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id
       WHERE p.dispute_id = ?
       UNION ALL
       SELECT IF(b.amount_minor < 0, 'back', 'taken'), CONCAT(d.series, '-', d.number), b.date,
         b.amount_minor, '', ${PAGE_OF_LINE}, ${UNDO_AT_BANK}
       FROM bank_chargeback b
       JOIN document d ON d.kind = 'chargeback' AND d.subject_id = b.id
       WHERE b.dispute_id = ? AND b.standing AND b.amount_minor <> 0
       UNION ALL
       SELECT 'fee', CONCAT(d.series, '-', d.number), b.date, b.fee_minor, '', ${PAGE_OF_LINE},
         IF(b.amount_minor = 0, ${UNDO_AT_BANK}, NULL)
       FROM bank_chargeback b
       JOIN document d ON d.kind = 'chargeback' AND d.subject_id = b.id
       WHERE b.dispute_id = ? AND b.standing AND b.fee_minor <> 0
       UNION ALL
       SELECT 'found', CONCAT(d.series, '-', d.number), d.date, 0, '', NULL,
         CONCAT('/disputes-found/', r.id, '/undo')
       FROM dispute_retold r
       JOIN document d ON d.kind = 'disputeRetold' AND d.subject_id = r.id
       WHERE r.dispute_id = ? AND r.standing
       UNION ALL
       SELECT 'lost', CONCAT(d.series, '-', d.number), l.date, l.amount_minor, l.reason, NULL,
         CONCAT('/disputes-lost/', l.id, '/undo')
       FROM dispute_lost l
       JOIN document d ON d.kind = 'disputeLost' AND d.subject_id = l.id
       WHERE l.dispute_id = ? AND l.standing
     ) y ORDER BY y.date, FIELD(y.what, 'taken', 'fee', 'found', 'back', 'lost')`,
    [id, id, id, id, id],
  );
