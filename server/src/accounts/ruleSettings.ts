import type { AccountRuleSettings } from '@abacist/contracts';
import type { CommandContext } from '../context';
import { run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { refuseWith } from '../http/errors';
import { plainQuantity } from '../sales/original';
import { loadAccountRules } from './rules';

/** The rules of charge accounts as they stand. */
export async function readAccountRules(db: Db): Promise<AccountRuleSettings> {
  const { discount, latePercent, ...rules } = await loadAccountRules(db);
  return {
    ...rules,
    latePercent: plainQuantity(latePercent),
    discountBase: discount.base,
    partEarns: discount.partEarns,
    discountAdjustsTax: discount.adjustsTax,
  };
}

/**
 * Sets the rules of charge accounts by a manager's word; they hold from now on.
 * @throws HttpError 422 `rules.changed`; 409 when a manager is needed
 */
export async function saveAccountRules(
  context: CommandContext,
  rules: AccountRuleSettings,
): Promise<CommandResult<AccountRuleSettings>> {
  const { tx } = context;
  await context.approve([{ code: 'rule.accountRules', approver: 'manager' }]);
  const { affectedRows } = await run(
    tx,
    `UPDATE account_rule SET grace_days = ?, discount_base = ?, part_earns = ?,
       discount_adjusts_tax = ?, late_percent = ?, late_grace_days = ?, late_minimum_minor = ?,
       cheque_fee_minor = ?, clerk_write_off_minor = ?, bookkeeper_write_off_minor = ?,
       write_off_adjusts_tax = ?, version = version + 1
     WHERE version = ?`,
    [
      rules.graceDays,
      rules.discountBase,
      rules.partEarns,
      rules.discountAdjustsTax,
      rules.latePercent,
      rules.lateGraceDays,
      rules.lateMinimumMinor,
      rules.chequeFeeMinor,
      rules.clerkWriteOffMinor,
      rules.bookkeeperWriteOffMinor,
      rules.writeOffAdjustsTax,
      rules.version,
    ],
  );
  if (affectedRows === 0) throw refuseWith('rules.changed');
  return { answer: await readAccountRules(tx) };
}
