import type { TrailStep } from '@abacist/contracts';
import type { MovementKind } from '@abacist/core/movements';
import { rows, type Db } from '../db/pool';
import { entryOf } from '../ledger/journal';
import { MOVEMENT_STORES } from '../movements';
import type { MovementFacts } from '../movements/store';

type Found = MovementFacts & { id: number; date: string; entryKind: string; entryId: number };

/** Movements of a kind as the steps at which they went on their way, of a condition on `s`. */
export async function movementSteps(
  db: Db,
  kind: MovementKind,
  where: string,
  values: readonly (string | number)[],
): Promise<TrailStep[]> {
  const of = MOVEMENT_STORES[kind];
  const found = await rows<Found>(
    db,
    `SELECT s.id, ${of.date} AS date, ${of.number} AS number, ${of.name} AS name,
       ${of.amount} AS amountMinor, ${of.fee ?? '0'} AS feeMinor, ${of.entry.kind} AS entryKind,
       ${of.entry.id} AS entryId
     FROM ${of.table} s ${of.joins}
     WHERE ${of.standing} AND ${where} ORDER BY s.id`,
    values,
  );
  return Promise.all(
    found.map(async ({ id, date, entryKind, entryId, ...facts }): Promise<TrailStep> => ({
      kind,
      id,
      number: facts.number,
      date,
      from: null,
      place: 'sent',
      amountMinor: facts.amountMinor,
      beside: [],
      note: of.note(facts),
      entry: await entryOf(db, entryKind, entryId),
    })),
  );
}
