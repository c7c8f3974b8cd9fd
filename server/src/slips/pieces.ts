import type { DocumentKind } from '@abacist/core/ledger';
import { safePieces, type SafeChange, type SafePieces } from '@abacist/core/slips';
import { placeholders, rows, type Db } from '../db/pool';

/** So many of the newest entries are looked at: what an uncounted safe held before them is not known. */
const MOST = 800;

type Moved = {
  kind: DocumentKind;
  subjectId: number;
  number: string;
  madeAt: string;
  /** null: a count of the safe that agreed. */
  entryId: number | null;
  amountMinor: number;
};

const FACTS = `d.kind, d.subject_id AS subjectId, CONCAT(d.series, '-', d.number) AS number,
  d.made_at AS madeAt, d.entry_id AS entryId`;

/** Whatever moved the safe's cash, of any kind, as the journal has it, the newest first. */
const MOVED = `
  SELECT ${FACTS}, CAST(m.amount_minor AS SIGNED) AS amountMinor
  FROM (
    SELECT l.entry_id, SUM(l.amount_minor) AS amount_minor
    FROM entry_line l
    WHERE l.account_id = (SELECT id FROM account WHERE role = 'safe') AND l.pot <> 'cheque'
    GROUP BY l.entry_id ORDER BY l.entry_id DESC LIMIT ${MOST}
  ) m JOIN document d ON d.entry_id = m.entry_id
  ORDER BY m.entry_id DESC`;

/** Counts that agreed moved nothing, and tell its pieces all the same. */
const AGREED = `
  SELECT ${FACTS}, 0 AS amountMinor FROM document d
  WHERE d.kind = 'safeCount' AND d.entry_id IS NULL AND d.made_at > ?
  ORDER BY d.subject_id DESC LIMIT ${MOST}`;

/** Where the pieces of a kind of document stand: its own, or those of what it undoes. */
const PIECES: Partial<Record<DocumentKind, string>> = {
  drawerClose: `SELECT drawer_close_id AS id, denomination_minor AS value,
      CAST(pieces - stays AS SIGNED) AS pieces
    FROM drawer_count WHERE stays IS NOT NULL AND drawer_close_id IN`,
  safeCount: `SELECT safe_count_id AS id, denomination_minor AS value, pieces
    FROM safe_count_piece WHERE safe_count_id IN`,
  slip: `SELECT slip_id AS id, denomination_minor AS value, pieces
    FROM slip_cash WHERE slip_id IN`,
  slipRecall: `SELECT r.id, c.denomination_minor AS value, c.pieces
    FROM slip_recall r JOIN slip_cash c ON c.slip_id = r.slip_id WHERE r.id IN`,
};
const OF_ACT = `SELECT drawer_act_id AS id, denomination_minor AS value, pieces
  FROM drawer_act_piece WHERE drawer_act_id IN`;
const OF_ACT_UNDONE = `SELECT u.id, p.denomination_minor AS value, p.pieces
  FROM drawer_act_undo u JOIN drawer_act_piece p ON p.drawer_act_id = u.drawer_act_id
  WHERE u.id IN`;
for (const kind of ['drop', 'change', 'floatUp', 'moneyOut'] as const) {
  PIECES[kind] = OF_ACT;
  PIECES[`${kind}Undo`] = OF_ACT_UNDONE;
}

/** Of what was made at the same instant, a count that agreed comes last. */
const entryOf = ({ entryId }: Moved) => entryId ?? Number.MAX_SAFE_INTEGER;

/**
 * The safe's cash by denomination: what its last count found and what came and went since, as the journal has it.
 * An empty safe is known too.
 * @param cashMinor what the ledger has of it in cash
 */
export async function piecesInSafe(db: Db, cashMinor: number): Promise<SafePieces> {
  const moved = await rows<Moved>(db, MOVED);
  const since = moved.length === MOST ? moved.at(-1)!.madeAt : '';
  const agreed = await rows<Moved>(db, AGREED, [since]);
  const found = [...moved, ...agreed].sort((a, b) =>
    a.madeAt === b.madeAt ? entryOf(a) - entryOf(b) : a.madeAt < b.madeAt ? -1 : 1,
  );
  const pieces = await piecesOf(db, found);
  const changes = found.map(({ kind, subjectId, number, amountMinor }): SafeChange => ({
    number,
    amountMinor,
    pieces: pieces.get(`${kind} ${subjectId}`) ?? (kind === 'safeCount' ? {} : null),
    ...(kind === 'safeCount' && { counts: true }),
  }));
  return safePieces(changes, cashMinor);
}

async function piecesOf(
  db: Db,
  found: readonly Moved[],
): Promise<Map<string, Record<string, number>>> {
  const pieces = new Map<string, Record<string, number>>();
  for (const kind of new Set(found.map((one) => one.kind))) {
    const ids = found.filter((one) => one.kind === kind).map(({ subjectId }) => subjectId);
    const query = PIECES[kind];
    if (!query) continue;
    const told = await rows<{ id: number; value: number; pieces: number }>(
      db,
      `${query} (${placeholders(ids.length)})`,
      ids,
    );
    for (const { id, value, pieces: count } of told) {
      const key = `${kind} ${id}`;
      pieces.set(key, { ...pieces.get(key), [value]: count });
    }
  }
  return pieces;
}
