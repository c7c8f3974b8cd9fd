import type { DocumentKind } from '@abacist/core/ledger';
import { safePieces, type SafeChange, type SafePieces } from '@abacist/core/slips';
import { placeholders, rows, type Db } from '../db/pool';

/** So many documents of a kind are looked at: what an uncounted safe held before them is not known. */
const MOST = 200;

type Moved = {
  kind: DocumentKind;
  subjectId: number;
  number: string;
  madeAt: string;
  /** null: a count of the safe that agreed. */
  entryId: number | null;
  amountMinor: number;
};

/** The newest documents of a kind, and how much more or less cash each left in the safe. */
const CHANGES = `
  (SELECT d.kind, d.subject_id AS subjectId, CONCAT(d.series, '-', d.number) AS number,
     d.made_at AS madeAt, d.entry_id AS entryId,
     CAST(COALESCE((SELECT SUM(l.amount_minor) FROM entry_line l
       JOIN account a ON a.id = l.account_id AND a.role = 'safe'
       WHERE l.entry_id = d.entry_id AND l.pot <> 'cheque'), 0) AS SIGNED) AS amountMinor
   FROM document d WHERE d.kind = ? ORDER BY d.subject_id DESC LIMIT ${MOST})`;

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

const KINDS = Object.keys(PIECES) as DocumentKind[];

/**
 * The safe's cash by denomination: what its last count found and what came and went since, as the journal has it.
 * An empty safe is known too.
 * @param cashMinor what the ledger has of it in cash
 */
export async function piecesInSafe(db: Db, cashMinor: number): Promise<SafePieces> {
  const all = await rows<Moved>(db, KINDS.map(() => CHANGES).join(' UNION ALL '), KINDS);
  const [cut = ''] = KINDS.flatMap((kind) => {
    const of = all.filter((one) => one.kind === kind).map(({ madeAt }) => madeAt);
    return of.length === MOST ? [of.sort()[0]!] : [];
  })
    .sort()
    .reverse();
  const found = all
    .filter(({ madeAt }) => madeAt > cut)
    .sort((a, b) =>
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
    const told = await rows<{ id: number; value: number; pieces: number }>(
      db,
      `${PIECES[kind]} (${placeholders(ids.length)})`,
      ids,
    );
    for (const { id, value, pieces: count } of told) {
      const key = `${kind} ${id}`;
      pieces.set(key, { ...pieces.get(key), [value]: count });
    }
  }
  return pieces;
}
