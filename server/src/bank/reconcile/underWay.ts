import type { MovementView } from '@abacist/contracts';
import { MOVEMENT_KINDS, movementKey, type MovementKind } from '@abacist/core/movements';
import { placeholders, row, rows, toMinor, type Db } from '../../db/pool';
import { MOVEMENT_STORES } from '../../movements';

/** A balance of the ledger's accounts of a bank account at the end of a day. Minor units. */
export async function balanceAt(
  db: Db,
  role: 'bank' | 'bankInTransit',
  bankAccountId: number,
  asOf: string,
): Promise<number> {
  const found = await row<{ total: string | null }>(
    db,
    `SELECT SUM(l.amount_minor) AS total
     FROM entry_line l
     JOIN account a ON a.id = l.account_id AND a.role = ?
     JOIN entry e ON e.id = l.entry_id AND e.status = 'POSTED'
     WHERE l.bank_account_id = ? AND e.date <= ?`,
    [role, bankAccountId, asOf],
  );
  return toMinor(found?.total);
}

/**
 * What was under way to or from a bank account at the end of a day: with takings, what each holder had in transit
 * then; without, each movement that was recorded by then, less what matches had brought.
 */
export async function underWayAt(
  db: Db,
  bankAccountId: number,
  asOf: string,
): Promise<MovementView[]> {
  const held = await rows<{ holder: string; amountMinor: number }>(
    db,
    `SELECT l.holder, CAST(SUM(l.amount_minor) AS SIGNED) AS amountMinor
     FROM entry_line l
     JOIN account a ON a.id = l.account_id AND a.role = 'bankInTransit'
     JOIN entry e ON e.id = l.entry_id AND e.status = 'POSTED'
     WHERE l.bank_account_id = ? AND e.date <= ? AND l.pot IS NOT NULL
     GROUP BY l.holder HAVING SUM(l.amount_minor) <> 0`,
    [bankAccountId, asOf],
  );
  const by = new Map<string, { id: number; amountMinor: number }[]>();
  for (const { holder, amountMinor } of held) {
    const [word, id] = holder.split(' ');
    by.set(word!, [...(by.get(word!) ?? []), { id: Number(id), amountMinor }]);
  }
  const found: MovementView[] = [];
  for (const kind of MOVEMENT_KINDS) {
    const tagged = by.get(MOVEMENT_STORES[kind].holder.word) ?? [];
    found.push(...(await named(db, bankAccountId, kind, tagged)));
    found.push(...(await untagged(db, bankAccountId, kind, asOf)));
  }
  return found.sort((a, b) => (a.dueDate < b.dueDate ? -1 : a.dueDate > b.dueDate ? 1 : 0));
}

const headOf = (kind: MovementKind) => {
  const of = MOVEMENT_STORES[kind];
  return `s.id, ${of.number} AS number, ${of.name} AS party, ${of.dueDate} AS dueDate,
    ${of.days} AS days`;
};
type Head = {
  id: number;
  number: string;
  party: string;
  dueDate: string;
  days: string | null;
};
const viewOf = (
  kind: MovementKind,
  { id, days, ...head }: Head,
  amountMinor: number,
): MovementView => ({
  ...{ ...head, kind, amountMinor, key: movementKey(kind, id), undo: null },
  days: days?.split(',') ?? [],
});

/** Movements by who holds their money. */
async function named(
  db: Db,
  bankAccountId: number,
  kind: MovementKind,
  held: readonly { id: number; amountMinor: number }[],
): Promise<MovementView[]> {
  if (held.length === 0) return [];
  const { table, joins, holder } = MOVEMENT_STORES[kind];
  const heads = await rows<Head & { holderId: number }>(
    db,
    `SELECT ${headOf(kind)}, ${holder.id} AS holderId FROM ${table} s ${joins}
     WHERE s.bank_account_id = ? AND ${holder.id} IN (${placeholders(held.length)})`,
    [bankAccountId, ...held.map(({ id }) => id)],
  );
  return held.flatMap(({ id, amountMinor }) => {
    const head = heads.find(({ holderId }) => holderId === id);
    return head ? [viewOf(kind, head, amountMinor)] : [];
  });
}

/** Movements of a kind that no takings are in, by their own entry, what turned it around, and their matches. */
async function untagged(
  db: Db,
  bankAccountId: number,
  kind: MovementKind,
  asOf: string,
): Promise<MovementView[]> {
  const of = MOVEMENT_STORES[kind];
  if (!of.untagged) return [];
  const found = await rows<Head & { amountMinor: number }>(
    db,
    `SELECT ${headOf(kind)},
       CAST(${of.amount} * ((made.date <= ?) - COALESCE(turned.date <= ?, 0))
         - COALESCE(matched.brought, 0) AS SIGNED)
         AS amountMinor
     FROM ${of.table} s ${of.joins}
     JOIN entry made ON made.kind = ${of.entry.kind} AND made.subject_id = ${of.entry.id}
     LEFT JOIN entry turned ON turned.reverses_entry_id = made.id
     LEFT JOIN (
       SELECT m.member_id AS id, SUM(
         IF((SELECT COUNT(*) FROM match_member c
             WHERE c.match_group_id = m.match_group_id AND c.kind <> 'line') > 1,
           y.amount, l.amount_minor) * (1 - COALESCE(u.date <= ?, 0))) AS brought
       FROM match_member m
       JOIN (SELECT s.id, ${of.amount} AS amount FROM ${of.table} s ${of.joins}) y
         ON y.id = m.member_id
       JOIN entry e ON e.kind = 'match' AND e.subject_id = m.match_group_id AND e.date <= ?
       LEFT JOIN entry u ON u.reverses_entry_id = e.id
       JOIN match_member n ON n.match_group_id = m.match_group_id AND n.kind = 'line'
       JOIN statement_line l ON l.id = n.member_id
       WHERE m.kind = ?
       GROUP BY m.member_id
     ) matched ON matched.id = s.id
     WHERE s.bank_account_id = ? AND ${of.untagged}
     HAVING amountMinor <> 0`,
    [asOf, asOf, asOf, asOf, kind, bankAccountId],
  );
  return found.map(({ amountMinor, ...head }) => viewOf(kind, head, amountMinor));
}
