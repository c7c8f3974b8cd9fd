import { createHash } from 'node:crypto';
import type { TotalsLayout } from '@abacist/contracts';
import type { CommandContext } from '../context';
import { rows, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';

/** How many are offered: those that were saved last. */
const MOST = 50;

/** What the columns of files are that were taken before. */
export async function totalsLayouts(db: Db): Promise<{ layouts: TotalsLayout[] }> {
  const found = await rows<{ layout: string; meanings: string }>(
    db,
    `SELECT layout, meanings FROM totals_layout ORDER BY saved_at DESC LIMIT ${MOST}`,
  );
  return {
    layouts: found.map(({ layout, meanings }) => ({
      layout,
      meanings: JSON.parse(meanings) as string[],
    })),
  };
}

/** Keeps what the columns of a file are; a file of the same heads is known from then on. */
export async function saveLayout(
  { tx, actor, now }: CommandContext,
  { layout, meanings }: TotalsLayout,
): Promise<CommandResult<object>> {
  const hash = createHash('sha256').update(layout).digest('hex');
  await run(tx, 'DELETE FROM totals_layout WHERE layout_hash = ?', [hash]);
  await run(
    tx,
    `INSERT INTO totals_layout (layout_hash, layout, meanings, user_id, saved_at)
     VALUES (?, ?, ?, ?, ?)`,
    [hash, layout, JSON.stringify(meanings), actor.id, now],
  );
  return { answer: {} };
}
