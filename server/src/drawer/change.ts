import type { ChangeView, WantedPieces } from '@abacist/contracts';
import { denominations, rollPieces, strangeDenomination } from '@abacist/core/money';
import type { CommandContext, Shop } from '../context';
import { insertMany, row, rows, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { piecesInSafe } from '../slips/pieces';
import { cashInSafe } from './holds';

type Piece = { id: number; value: number; pieces: number };
const byId = (found: readonly Piece[], id: number) =>
  Object.fromEntries(
    found.filter((one) => one.id === id).map(({ value, pieces }) => [value, pieces]),
  );

/** What is wanted in each drawer's float by denomination, what its last count left there, and what the safe has. */
export async function changeView(
  db: Db,
  { currency }: Pick<Shop, 'currency'>,
): Promise<ChangeView> {
  const drawers = await rows<{
    id: number;
    name: string;
    floatMinor: number;
    closeId: number | null;
    number: string | null;
    date: string | null;
  }>(
    db,
    `SELECT dr.id, dr.name, dr.float_minor AS floatMinor, c.id AS closeId,
       CONCAT(d.series, '-', d.number) AS number, c.date
     FROM drawer dr
     LEFT JOIN drawer_close c ON c.id = (
       SELECT MAX(x.id) FROM drawer_close x
       JOIN drawer_session ds ON ds.id = x.drawer_session_id WHERE ds.drawer_id = dr.id)
     LEFT JOIN document d ON d.kind = 'drawerClose' AND d.subject_id = c.id
     ORDER BY dr.id`,
  );
  const [wanted, stays, bankAccounts, safe] = await Promise.all([
    rows<Piece>(
      db,
      `SELECT drawer_id AS id, denomination_minor AS value, pieces
       FROM drawer_wanted ORDER BY denomination_minor`,
    ),
    rows<Piece>(
      db,
      `SELECT n.drawer_close_id AS id, n.denomination_minor AS value, n.stays AS pieces
       FROM drawer_count n
       WHERE n.stays > 0 AND n.drawer_close_id IN (
         SELECT MAX(x.id) FROM drawer_close x
         JOIN drawer_session ds ON ds.id = x.drawer_session_id GROUP BY ds.drawer_id)`,
    ),
    rows<ChangeView['bankAccounts'][number]>(
      db,
      'SELECT id, name FROM bank_account ORDER BY id',
    ),
    cashInSafe(db).then((cashMinor) => piecesInSafe(db, cashMinor)),
  ]);
  return {
    denominations: [...denominations(currency)],
    rollPieces: rollPieces(currency),
    bankAccounts,
    inSafe: safe.pieces,
    drawers: drawers.map(({ closeId, number, date, ...drawer }) => {
      const pieces = closeId === null ? {} : byId(stays, closeId);
      return {
        ...drawer,
        wanted: byId(wanted, drawer.id),
        // Where no choice of the pieces came to the float, nobody knows what stayed.
        left:
          number === null || Object.keys(pieces).length === 0
            ? null
            : { number, date: date!, pieces },
      };
    }),
  };
}

/**
 * Says what should be in a drawer's float by denomination.
 * @throws HttpError 404 `drawer.unknown`; 422 `count.denomination`
 */
export async function saveWanted(
  { tx, shop }: CommandContext,
  { wanted }: WantedPieces,
  drawerId: number,
): Promise<CommandResult<object>> {
  const strange = strangeDenomination(wanted, denominations(shop.currency));
  if (strange !== undefined) throw refuseWith('count.denomination', `wanted.${strange}`);
  const drawer = await row(tx, 'SELECT id FROM drawer WHERE id = ? FOR UPDATE', [drawerId]);
  if (!drawer) throw notFound('drawer.unknown');
  await run(tx, 'DELETE FROM drawer_wanted WHERE drawer_id = ?', [drawerId]);
  await insertMany(
    tx,
    'drawer_wanted',
    ['drawer_id', 'denomination_minor', 'pieces'],
    Object.entries(wanted)
      .filter(([, pieces]) => pieces > 0)
      .map(([value, pieces]) => [drawerId, Number(value), pieces]),
  );
  return { answer: {} };
}
