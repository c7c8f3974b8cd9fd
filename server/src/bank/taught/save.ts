import type { OrderTaughtRules, SaveTaughtRule } from '@abacist/contracts';
import { checkRule } from '@abacist/core/taughtRules';
import type { CommandContext } from '../../context';
import { row, rows, run } from '../../db/pool';
import type { CommandResult } from '../../http/command';
import { notFound, refuseWith, unwrap } from '../../http/errors';

/**
 * Keeps a rule; in place of another one, which stands no more, where it names it. It is asked after all others, or where
 * that one was. @throws HttpError 404 `taught.unknown`; 422 `taught.removed`, as core's `checkRule` says
 */
export async function saveRule(
  context: CommandContext,
  { rule, replaces }: SaveTaughtRule,
): Promise<CommandResult<{ id: number }>> {
  const { tx, actor, now } = context;
  unwrap(checkRule(rule));
  const position =
    replaces === undefined
      ? await row<{ position: number }>(
          tx,
          'SELECT COALESCE(MAX(position), 0) + 1 AS position FROM taught_rule WHERE standing FOR UPDATE',
        )
      : await takeAway(context, replaces);
  const { insertId: id } = await run(
    tx,
    `INSERT INTO taught_rule (position, pattern, money, from_minor, to_minor,
       bank_account_id, answer, user_id, made_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      ...[position!.position, rule.pattern, rule.money, rule.fromMinor, rule.toMinor],
      ...[rule.bankAccountId, JSON.stringify(rule.answer), actor.id, now],
    ],
  );
  return { answer: { id } };
}

/** A rule stands no more. @throws HttpError 404 `taught.unknown`; 422 `taught.removed` */
async function takeAway({ tx }: CommandContext, id: number): Promise<{ position: number }> {
  const rule = await row<{ position: number; standing: number | null }>(
    tx,
    'SELECT position, standing FROM taught_rule WHERE id = ? FOR UPDATE',
    [id],
  );
  if (!rule) throw notFound('taught.unknown');
  if (rule.standing === null) throw refuseWith('taught.removed');
  await run(tx, 'UPDATE taught_rule SET standing = NULL WHERE id = ?', [id]);
  return rule;
}

export async function removeRule(
  context: CommandContext,
  id: number,
): Promise<CommandResult<object>> {
  await takeAway(context, id);
  return { answer: {} };
}

/** Puts a rule back to where it was. @throws HttpError 404 `taught.unknown` */
export async function restoreRule(
  { tx }: CommandContext,
  id: number,
): Promise<CommandResult<object>> {
  const rule = await row(tx, 'SELECT id FROM taught_rule WHERE id = ? FOR UPDATE', [id]);
  if (!rule) throw notFound('taught.unknown');
  await run(tx, 'UPDATE taught_rule SET standing = TRUE WHERE id = ?', [id]);
  return { answer: {} };
}

/** The order in which rules are asked. @throws HttpError 422 `taught.order` where these are not all that stand */
export async function orderRules(
  { tx }: CommandContext,
  { ids }: OrderTaughtRules,
): Promise<CommandResult<object>> {
  const standing = await rows<{ id: number }>(
    tx,
    'SELECT id FROM taught_rule WHERE standing FOR UPDATE',
  );
  const here = new Set(standing.map(({ id }) => id));
  if (here.size !== ids.length || !ids.every((id) => here.has(id)))
    throw refuseWith('taught.order', 'ids');
  for (const [i, id] of ids.entries())
    await run(tx, 'UPDATE taught_rule SET position = ? WHERE id = ?', [i + 1, id]);
  return { answer: {} };
}
