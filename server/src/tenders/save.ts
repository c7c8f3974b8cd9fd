import type { ChangeTender, NewTender, OrderTenders, TenderList } from '@abacist/contracts';
import { inCoins, roomOf, type TenderKind } from '@abacist/core/tenders';
import type { CommandContext } from '../context';
import { row, rows, run, type Db } from '../db/pool';
import type { Tx } from '../db/transaction';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { listTenders } from './read';

type Saved = Promise<CommandResult<TenderList>>;

/** The tenders and what they may refer to. */
export async function tenderList(db: Db): Promise<TenderList> {
  const [tenders, processors] = await Promise.all([
    listTenders(db),
    rows<TenderList['processors'][number]>(db, 'SELECT id, name FROM processor ORDER BY id'),
  ]);
  return { tenders, processors };
}

/** A shortcut key chooses one tender among those that are taken. */
async function refuseShortcut(
  tx: Tx,
  { shortcut, active }: ChangeTender,
  id?: number,
): Promise<void> {
  if (!shortcut || !active) return;
  const taken = await row<{ name: string }>(
    tx,
    'SELECT name FROM tender WHERE active AND shortcut = ? AND id <> ?',
    [shortcut, id ?? 0],
  );
  if (taken) throw refuseWith('tender.shortcutTaken', 'shortcut', taken);
}

/**
 * Adds a tender at the end of the list. @throws HttpError 422 `tender.codeTaken`,
 * `tender.shortcutTaken`, `tender.needsProcessor`, `tender.needsAccount`
 */
export async function addTender({ tx }: CommandContext, tender: NewTender): Saved {
  const taken = await row(tx, 'SELECT id FROM tender WHERE code = ?', [tender.code]);
  if (taken) throw refuseWith('tender.codeTaken', 'code');
  await refuseShortcut(tx, tender);
  const { needs, take } = roomOf(tender.kind);
  const settled = needs === 'processor';
  if (settled && (tender.processorId === null || tender.scheme === null)) {
    throw refuseWith('tender.needsProcessor', 'processorId');
  }
  if (needs === 'account' && tender.account === null) {
    throw refuseWith('tender.needsAccount', 'account');
  }
  // The last place by itself: a prepared statement that selects parameters beside an aggregate
  // fails in MariaDB when its connection runs it a second time.
  await run(
    tx,
    `INSERT INTO tender
       (code, name, kind, is_debit, processor_id, scheme, account_role, position, shortcut, icon,
        asks_last_four, asks_reference, opens_drawer, active)
     SELECT ?, ?, ?, ?, ?, ?, ?, last.position + 1, ?, ?, ?, ?, ?, ?
     FROM (SELECT COALESCE(MAX(position), 0) AS position FROM tender) last`,
    [
      tender.code,
      tender.name,
      tender.kind,
      Boolean(take?.bearsExtras) && tender.isDebit,
      settled ? tender.processorId : null,
      settled ? tender.scheme : null,
      needs === 'account' ? tender.account : null,
      tender.shortcut,
      tender.icon,
      tender.asksLastFour,
      tender.asksReference,
      tender.opensDrawer,
      tender.active,
    ],
  );
  return { answer: await tenderList(tx) };
}

/** Changes what may change of a tender. @throws HttpError 422 `tender.lastCash` */
export async function changeTender(
  { tx }: CommandContext,
  change: ChangeTender,
  id: number,
): Saved {
  const found = await row<{ kind: TenderKind }>(
    tx,
    'SELECT kind FROM tender WHERE id = ? FOR UPDATE',
    [id],
  );
  if (!found) throw notFound('tender.unknown');
  await refuseShortcut(tx, change, id);
  if (inCoins(found.kind) && !change.active) {
    const other = await row(
      tx,
      'SELECT id FROM tender WHERE kind = ? AND active AND id <> ?',
      [found.kind, id],
    );
    if (!other) throw refuseWith('tender.lastCash', 'active');
  }
  await run(
    tx,
    `UPDATE tender SET name = ?, shortcut = ?, icon = ?, asks_last_four = ?,
       asks_reference = ?, opens_drawer = ?, active = ?
     WHERE id = ?`,
    [
      change.name,
      change.shortcut,
      change.icon,
      change.asksLastFour,
      change.asksReference,
      change.opensDrawer,
      change.active,
      id,
    ],
  );
  return { answer: await tenderList(tx) };
}

/** Puts the tenders in order. @throws HttpError 422 `tender.orderChanged` when one is missing */
export async function orderTenders({ tx }: CommandContext, { ids }: OrderTenders): Saved {
  const known = await rows<{ id: number }>(tx, 'SELECT id FROM tender FOR UPDATE');
  if (known.length !== ids.length || known.some(({ id }) => !ids.includes(id))) {
    throw refuseWith('tender.orderChanged');
  }
  for (const [i, id] of ids.entries()) {
    await run(tx, 'UPDATE tender SET position = ? WHERE id = ?', [i + 1, id]);
  }
  return { answer: await tenderList(tx) };
}
