import type { PrepaymentTax } from '@abacist/core/orders';
import type { Role } from '@abacist/core/people';
import type { ReturnRules } from '@abacist/core/returns';
import type { Allowance, CardExtras, ReturnReason } from '@abacist/core/sales';
import { row, rows, type Db } from '../db/pool';

type RuleRow = Omit<ReturnRules, 'restockingTaxed' | 'originalTendersFirst'> & {
  restockingTaxed: number;
  originalTendersFirst: number;
  prepaymentTax: PrepaymentTax;
  quotationDays: number;
  voucherDays: number | null;
  tips: number;
  cashBackMaxMinor: number | null;
  creditWarnDays: number;
  clerkPercent: string;
  bookkeeperPercent: string;
};

export type CounterRules = ReturnRules & {
  prepaymentTax: PrepaymentTax;
  quotationDays: number;
  voucherDays: number | null;
  cardExtras: CardExtras;
  /** Days before its last one on which a credit note is a loose end. */
  creditWarnDays: number;
  allowanceOf: (role: Role) => Allowance | null;
};

/** The counter's rules as the shop set them. */
export async function loadCounterRules(db: Db): Promise<CounterRules> {
  const found = await row<RuleRow>(
    db,
    `SELECT return_days AS returnDays, restocking_percent AS restockingPercent,
       restocking_taxed AS restockingTaxed, credit_days AS creditDays,
       credit_warn_days AS creditWarnDays, approval_above_minor AS approvalAboveMinor,
       original_tenders_first AS originalTendersFirst, prepayment_tax AS prepaymentTax,
       quotation_days AS quotationDays, voucher_days AS voucherDays, tips,
       cash_back_max_minor AS cashBackMaxMinor,
       clerk_allowance_percent AS clerkPercent,
       bookkeeper_allowance_percent AS bookkeeperPercent
     FROM counter_rule`,
  );
  if (!found) throw new Error('the shop has no counter rules');
  const {
    clerkPercent,
    bookkeeperPercent,
    restockingTaxed,
    originalTendersFirst,
    tips,
    cashBackMaxMinor,
    ...rules
  } = found;
  const percentOf: Record<Role, typeof clerkPercent | null> = {
    clerk: clerkPercent,
    bookkeeper: bookkeeperPercent,
    manager: null,
  };
  return {
    ...rules,
    cardExtras: { tips: tips === 1, cashBackMaxMinor },
    restockingTaxed: Boolean(restockingTaxed),
    originalTendersFirst: Boolean(originalTendersFirst),
    allowanceOf: (role) => {
      const percent = percentOf[role];
      return percent === null ? null : { percent, approver: 'manager' };
    },
  };
}

/** The reasons for which goods come back, in the shop's order. */
export async function returnReasons(db: Db): Promise<(ReturnReason & { name: string })[]> {
  const found = await rows<{ code: string; name: string; restocking: number }>(
    db,
    'SELECT code, name, restocking FROM return_reason WHERE active ORDER BY position',
  );
  return found.map((reason) => ({ ...reason, restocking: Boolean(reason.restocking) }));
}
