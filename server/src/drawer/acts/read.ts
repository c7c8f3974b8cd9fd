import type {
  DrawerAct,
  DrawerActChoices,
  DrawerActPart,
  KnownParty,
} from '@abacist/contracts';
import type { Actor, Shop } from '../../context';
import { countsBlind } from '../../days/blind';
import { placeholders, row, rows, toMinor, type Db, type Value } from '../../db/pool';
import { notFound } from '../../http/errors';
import { taxCodesOn } from '../../sales/catalogue';
import { toInstant } from '../../sales/read';
import { cashInDrawer, cashInSafe } from '../holds';
import { ACT_DOCUMENTS, CASH_OF_ACT } from './kinds';

type Part = DrawerActPart & { taxMinor: number; department: string | null };

/** Parts of acts by their ids. */
async function partsOf(db: Db, ids: readonly number[]): Promise<Map<number, Part[]>> {
  const parts = new Map<number, Part[]>();
  if (ids.length === 0) return parts;
  const found = await rows<Part & { actId: number }>(
    db,
    `SELECT drawer_act_id AS actId, account_role AS account,
       net_minor + tax_minor AS amountMinor, tax_code_id AS taxCodeId, tax_minor AS taxMinor,
       department_id AS departmentId,
       (SELECT de.name FROM department de WHERE de.id = department_id) AS department, words
     FROM drawer_act_part WHERE drawer_act_id IN (${placeholders(ids.length)})
     ORDER BY drawer_act_id, position`,
    ids,
  );
  for (const { actId, ...part } of found)
    parts.set(actId, [...(parts.get(actId) ?? []), part]);
  return parts;
}

/** Money that went into drawers and out of them on a day beside the tickets, the newest first. */
export const actsOf = (db: Db, date: string): Promise<DrawerAct[]> =>
  readActs(db, 'x.date = ?', date);

/** One of them by its id. */
export const readAct = async (db: Db, id: number): Promise<DrawerAct | undefined> =>
  (await readActs(db, 'x.id = ?', id))[0];

async function readActs(db: Db, which: string, value: Value): Promise<DrawerAct[]> {
  const found = await rows<
    Omit<DrawerAct, 'parts' | 'pictures'> & { pictures: string | null }
  >(
    db,
    `SELECT x.id, x.kind, x.date, CONCAT(d.series, '-', d.number) AS number, COALESCE(dr.name, ba.name, '') AS drawer,
       tdr.name AS toDrawer,
       x.made_at AS madeAt, u.name AS \`by\`, x.amount_minor AS amountMinor,
       ${CASH_OF_ACT} AS cashMinor,
       (SELECT GROUP_CONCAT(p.id ORDER BY p.id) FROM drawer_act_picture p
        WHERE p.drawer_act_id = x.id) AS pictures,
       x.party, x.words, CONCAT(b.series, '-', b.number) AS undoneBy
     FROM drawer_act x
     LEFT JOIN drawer_session ds ON ds.id = x.drawer_session_id
     LEFT JOIN drawer dr ON dr.id = ds.drawer_id
     LEFT JOIN drawer_session tds ON tds.id = x.to_session_id
     LEFT JOIN drawer tdr ON tdr.id = tds.drawer_id
     LEFT JOIN bank_account ba ON ba.id = x.bank_account_id
     JOIN user u ON u.id = x.user_id
     JOIN document d ON d.kind IN (${ACT_DOCUMENTS}) AND d.subject_id = x.id
     LEFT JOIN entry r ON r.reverses_entry_id = d.entry_id
     LEFT JOIN document b ON b.entry_id = r.id
     WHERE ${which} ORDER BY x.id DESC`,
    [value],
  );
  const parts = await partsOf(
    db,
    found.map(({ id }) => id),
  );
  return found.map((act) => ({
    ...act,
    madeAt: toInstant(act.madeAt),
    pictures: act.pictures?.split(',').map(Number) ?? [],
    parts: parts.get(act.id) ?? [],
  }));
}

/** How many parties are offered: those that were named last. */
const PARTIES = 50;

/** What a form about a drawer's money offers: parties with what was typed last, and what is there. */
export async function choicesFor(
  db: Db,
  {
    shop,
    actor,
    today,
    drawerId,
  }: { shop: Shop; actor: Actor; today: string; drawerId: number | null },
): Promise<DrawerActChoices> {
  const drawer = await row<DrawerActChoices['drawer']>(
    db,
    'SELECT id, name FROM drawer WHERE ? IS NULL OR id = ? ORDER BY id LIMIT 1',
    [drawerId, drawerId],
  );
  if (!drawer) throw notFound('drawer.unknown');
  const found = await rows<Pick<KnownParty, 'kind' | 'party' | 'words'> & { id: number }>(
    db,
    `SELECT x.id, x.kind, x.party, x.words
     FROM (SELECT MAX(id) AS id FROM drawer_act WHERE party <> '' AND NOT undone
       GROUP BY kind, party ORDER BY id DESC LIMIT ${PARTIES}) newest
     JOIN drawer_act x ON x.id = newest.id
     ORDER BY x.id DESC`,
  );
  const parts = await partsOf(
    db,
    found.map(({ id }) => id),
  );
  return {
    drawer,
    parties: found.map(({ id, ...known }) => ({
      ...known,
      parts: (parts.get(id) ?? []).map(
        ({ taxMinor: _tax, department: _department, ...part }) => part,
      ),
    })),
    // Who counts blind is not told what should be there.
    cashMinor: countsBlind(shop, actor) ? null : await cashInDrawer(db, drawer.id),
    safeMinor: await cashInSafe(db),
    cardMinor: await owedOnCard(db),
    drawers: await rows(db, 'SELECT id, name FROM drawer ORDER BY id'),
    departments: await rows(db, 'SELECT id, name FROM department ORDER BY id'),
    bankAccounts: await rows(db, 'SELECT id, name FROM bank_account ORDER BY id'),
    taxCodes: await taxCodesOn(db, today),
  };
}

/** What the shop's own card has paid and its bill has not. Minor units. */
export async function owedOnCard(db: Db): Promise<number> {
  const found = await row<{ total: string | null }>(
    db,
    `SELECT SUM(IF(kind = 'paidByCard', amount_minor, -amount_minor)) AS total
     FROM drawer_act WHERE kind IN ('paidByCard', 'cardPaid') AND NOT undone`,
  );
  return toMinor(found?.total);
}
