import type { CounterRuleSettings } from '@abacist/contracts';
import type { CommandContext } from '../context';
import { row, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { refuseWith } from '../http/errors';
import { plainQuantity } from './original';

type Flags = 'restockingTaxed' | 'originalTendersFirst' | 'tips' | 'countTwoSign';
type Stored = Omit<CounterRuleSettings, Flags> & Record<Flags, number>;

/** The counter's rules as they stand. */
export async function readCounterRules(db: Db): Promise<CounterRuleSettings> {
  const found = await row<Stored>(
    db,
    `SELECT return_days AS returnDays, restocking_percent AS restockingPercent,
       restocking_taxed AS restockingTaxed, credit_days AS creditDays,
       credit_warn_days AS creditWarnDays, approval_above_minor AS approvalAboveMinor,
       original_tenders_first AS originalTendersFirst,
       clerk_allowance_percent AS clerkPercent,
       bookkeeper_allowance_percent AS bookkeeperPercent, prepayment_tax AS prepaymentTax,
       quotation_days AS quotationDays, voucher_days AS voucherDays, tips,
       cash_back_max_minor AS cashBackMaxMinor,
       paid_out_free_minor AS paidOutFreeMinor, count_ask_above_minor AS countAskAboveMinor,
       count_two_sign AS countTwoSign, version
     FROM counter_rule`,
  );
  if (!found) throw new Error('the shop has no counter rules');
  return {
    ...found,
    restockingPercent: plainQuantity(found.restockingPercent),
    clerkPercent: plainQuantity(found.clerkPercent),
    bookkeeperPercent: plainQuantity(found.bookkeeperPercent),
    restockingTaxed: found.restockingTaxed === 1,
    originalTendersFirst: found.originalTendersFirst === 1,
    tips: found.tips === 1,
    countTwoSign: found.countTwoSign === 1,
  };
}

/**
 * Sets the counter's rules; they hold for tickets from now on. How far a seller may move prices
 * is a manager's to say. @throws HttpError 422 `rules.changed`; 409 when a manager is needed
 */
export async function saveCounterRules(
  context: CommandContext,
  rules: CounterRuleSettings,
): Promise<CommandResult<CounterRuleSettings>> {
  const { tx } = context;
  await context.approve([{ code: 'rule.counterRules', approver: 'manager' }]);
  const { affectedRows } = await run(
    tx,
    `UPDATE counter_rule SET return_days = ?, restocking_percent = ?, restocking_taxed = ?,
       credit_days = ?, credit_warn_days = ?, approval_above_minor = ?,
       original_tenders_first = ?, clerk_allowance_percent = ?,
       bookkeeper_allowance_percent = ?, prepayment_tax = ?, quotation_days = ?,
       voucher_days = ?, tips = ?, cash_back_max_minor = ?, paid_out_free_minor = ?,
       count_ask_above_minor = ?, count_two_sign = ?,
       version = version + 1
     WHERE version = ?`,
    [
      rules.returnDays,
      rules.restockingPercent,
      rules.restockingTaxed,
      rules.creditDays,
      rules.creditWarnDays,
      rules.approvalAboveMinor,
      rules.originalTendersFirst,
      rules.clerkPercent,
      rules.bookkeeperPercent,
      rules.prepaymentTax,
      rules.quotationDays,
      rules.voucherDays,
      rules.tips,
      rules.cashBackMaxMinor,
      rules.paidOutFreeMinor,
      rules.countAskAboveMinor,
      rules.countTwoSign,
      rules.version,
    ],
  );
  if (affectedRows === 0) throw refuseWith('rules.changed');
  return { answer: await readCounterRules(tx) };
}
