import { addDays } from '@abacist/core/dates';
import type { SettledPart } from '@abacist/core/settlements';
import { disputeAt, ofDispute } from '@abacist/core/takings';
import type { CommandContext } from '../context';
import { row, rows, run, type Db } from '../db/pool';
import { refuseWith } from '../http/errors';
import type { DisputedCard } from './find';
import type { KnownPart } from './sources';

type Told = {
  settlementId: number;
  processorId: number;
  date: string;
  parts: readonly SettledPart[];
  sources: ReadonlyMap<number, KnownPart>;
};

/**
 * Keeps what a settlement tells of disputes: new ones, and what of known ones came back.
 * @returns of which dispute each part is, by its place
 */
export async function storeDisputes(
  { tx }: CommandContext,
  { settlementId, processorId, date, parts, sources }: Told,
): Promise<Map<number, number>> {
  const of = new Map<number, number>();
  for (const [place, { kind, amountMinor, scheme, reference, lastFour }] of parts.entries()) {
    const { card, disputeId } = sources.get(place) ?? {};
    if (disputeId !== undefined) of.set(place, disputeId);
    if (kind !== 'chargeback') continue;
    if (disputeId !== undefined) {
      await run(tx, 'UPDATE dispute SET won_minor = won_minor + ? WHERE id = ?', [
        -amountMinor,
        disputeId,
      ]);
      continue;
    }
    const insertId = await insertDispute(tx, {
      ...{ processorId, settlementId, position: place, card, amountMinor, reference },
      ...{ scheme: scheme || card?.scheme || '', lastFour, date },
    });
    of.set(place, insertId);
  }
  for (const [place, dispute] of feesOf(parts, of)) of.set(place, dispute);
  return of;
}

/** A dispute that is told of, by a settlement or by the bank; evidence is due as its processor says. */
export async function insertDispute(
  db: Db,
  {
    processorId,
    settlementId,
    position,
    scheme,
    reference,
    lastFour,
    card,
    amountMinor,
    date,
  }: {
    processorId: number;
    /** Null: the bank itself told of it. */
    settlementId: number | null;
    position: number | null;
    scheme: string;
    reference: string;
    lastFour: string;
    card: DisputedCard | undefined;
    amountMinor: number;
    date: string;
  },
): Promise<number> {
  const processor = await row<{ days: number }>(
    db,
    'SELECT dispute_days AS days FROM processor WHERE id = ?',
    [processorId],
  );
  const due = processor?.days && amountMinor > 0 ? addDays(date, processor.days) : null;
  const { insertId } = await run(
    db,
    `INSERT INTO dispute
       (processor_id, settlement_id, position, scheme, reference, last_four, sale_tender_id,
        amount_minor, received_on, evidence_due)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      ...[processorId, settlementId, position, scheme, reference],
      ...[lastFour || card?.lastFour || '', card?.saleTenderId ?? null],
      ...[amountMinor, date, due],
    ],
  );
  return insertId;
}

/** A fee without a reference of its own is for the dispute beside it, if there is just one. */
function feesOf(
  parts: readonly SettledPart[],
  of: ReadonlyMap<number, number>,
): [number, number][] {
  const told = parts.flatMap(({ kind, reference }, place) =>
    kind === 'chargeback' ? [{ reference, dispute: of.get(place)! }] : [],
  );
  return parts.flatMap(({ kind, reference }, place): [number, number][] => {
    if (kind !== 'chargebackFee' || of.has(place)) return [];
    const meant = reference ? told.filter((one) => one.reference === reference) : told;
    return meant.length === 1 ? [[place, meant[0]!.dispute]] : [];
  });
}

/** Who holds what a settlement’s parts dispute, as its entry names them by their place. */
export const disputesHeld = (of: ReadonlyMap<number, number>): Record<string, string> =>
  Object.fromEntries([...of].map(([place, id]) => [disputeAt(place), ofDispute(id)]));

/**
 * Takes back what a settlement told of disputes.
 * @throws HttpError 422 `settlement.disputeGoesOn` (number: of what came of one since)
 */
export async function undoDisputes(
  { tx }: CommandContext,
  settlementId: number,
): Promise<void> {
  const goesOn = await row<{ number: string }>(
    tx,
    `SELECT CONCAT(d.series, '-', d.number) AS number
     FROM dispute x
     JOIN settlement_part p ON p.dispute_id = x.id AND p.settlement_id <> x.settlement_id
       AND p.kind = 'chargeback'
     JOIN settlement s ON s.id = p.settlement_id AND s.standing
     JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id
     WHERE x.settlement_id = ?
     UNION
     SELECT CONCAT(d.series, '-', d.number)
     FROM settlement_part p
     JOIN dispute_lost l ON l.dispute_id = p.dispute_id AND l.standing
     JOIN document d ON d.kind = 'disputeLost' AND d.subject_id = l.id
     WHERE p.settlement_id = ? AND p.kind = 'chargeback'
     UNION
     SELECT CONCAT(d.series, '-', d.number)
     FROM dispute x
     JOIN dispute_retold r ON r.dispute_id = x.id AND r.standing
     JOIN document d ON d.kind = 'disputeRetold' AND d.subject_id = r.id
     WHERE x.settlement_id = ?
     LIMIT 1`,
    [settlementId, settlementId, settlementId],
  );
  if (goesOn) throw refuseWith('settlement.disputeGoesOn', undefined, goesOn);
  const back = await rows<{ id: number; amountMinor: number }>(
    tx,
    `SELECT p.dispute_id AS id, p.amount_minor AS amountMinor
     FROM settlement_part p JOIN dispute x ON x.id = p.dispute_id
     WHERE p.settlement_id = ? AND p.kind = 'chargeback' AND x.settlement_id <> ?`,
    [settlementId, settlementId],
  );
  for (const { id, amountMinor } of back)
    await run(tx, 'UPDATE dispute SET won_minor = won_minor + ? WHERE id = ?', [
      amountMinor,
      id,
    ]);
  await run(tx, 'UPDATE dispute SET standing = NULL WHERE settlement_id = ?', [settlementId]);
}
