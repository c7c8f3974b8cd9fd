import type { MovementView } from '@abacist/contracts';
import { MOVEMENT_KINDS, movementKey, type MovementKind } from '@abacist/core/movements';
import type { Movement } from '@abacist/core/matching';
import { row, rows, toMinor, type Db } from '../db/pool';
import { eachKind, MOVEMENT_STORES } from '.';

type OpenRow = {
  id: number;
  kind: MovementKind;
  dueDate: string;
  amountMinor: number;
  number: string;
  reference: string;
  party: string;
};

/** What of a bank account is not matched yet, as the matching engine compares it. */
export async function openMovements(db: Db, bankAccountId: number): Promise<Movement[]> {
  const found = await rows<OpenRow>(
    db,
    eachKind(
      (of, kind) => `SELECT s.id, '${kind}' AS kind, ${of.dueDate} AS dueDate,
         ${of.amount} AS amountMinor, ${of.number} AS number, ${of.reference} AS reference,
         ${of.party} AS party
       FROM ${of.table} s ${of.joins}
       WHERE s.bank_account_id = ? AND s.match_group_id IS NULL AND ${of.standing}
         AND ${of.booked ?? 'TRUE'}`,
      ' UNION ALL ',
    ),
    MOVEMENT_KINDS.map(() => bankAccountId),
  );
  return found.map(({ id, kind, number, reference, ...movement }) => ({
    ...movement,
    id: movementKey(kind, id),
    kind,
    references: MOVEMENT_STORES[kind].references({ number, reference }),
  }));
}

export type MovementFound = MovementView & { groupId: number | null };

/** Movements of a bank account in words, of a condition on `s`, the earliest due first. */
export async function movementsWhere(
  db: Db,
  bankAccountId: number,
  where: string,
  values: readonly number[] = [],
): Promise<MovementFound[]> {
  const parts = eachKind(
    (of, kind) => `SELECT CONCAT('${kind} ', s.id) AS \`key\`, '${kind}' AS kind,
       ${of.number} AS number, ${of.name} AS party, ${of.dueDate} AS dueDate,
       ${of.amount} AS amountMinor, s.match_group_id AS groupId, ${of.days} AS days,
       ${of.undo ?? 'NULL'} AS \`undo\`
     FROM ${of.table} s ${of.joins}
     WHERE s.bank_account_id = ? AND ${of.standing} AND ${of.booked ?? 'TRUE'} AND ${where}`,
    ' UNION ALL ',
  );
  const found = await rows<Omit<MovementFound, 'days'> & { days: string | null }>(
    db,
    `${parts} ORDER BY dueDate, \`key\``,
    MOVEMENT_KINDS.flatMap(() => [bankAccountId, ...values]),
  );
  return found.map((movement) => ({ ...movement, days: movement.days?.split(',') ?? [] }));
}

/** What movements that no line shows yet come to. Minor units. */
export async function openTotal(db: Db, bankAccountId: number): Promise<number> {
  const found = await row<{ total: string | null }>(
    db,
    `SELECT SUM(x.amount) AS total FROM (${eachKind(
      (of) => `SELECT COALESCE(SUM(${of.amount}), 0) AS amount FROM ${of.table} s
        WHERE s.bank_account_id = ? AND s.match_group_id IS NULL AND ${of.standing}`,
      ' UNION ALL ',
    )}) x`,
    MOVEMENT_KINDS.map(() => bankAccountId),
  );
  return toMinor(found?.total);
}

/**
 * How many movements of each kind stand: another one changes it, also one of which the bank books
 * nothing, since a batch that it settles is missing no more.
 */
export async function countStanding(db: Db, bankAccountId: number): Promise<string> {
  const found = await row<Record<MovementKind, number>>(
    db,
    `SELECT ${eachKind(
      (of, kind) => `(SELECT COUNT(*) FROM ${of.table} s
         WHERE s.bank_account_id = ? AND ${of.standing}) AS ${kind}`,
      ', ',
    )}`,
    MOVEMENT_KINDS.map(() => bankAccountId),
  );
  return JSON.stringify(found);
}
