import type { DiscountRules } from '@abacist/core/accounts';
import { row, type Db } from '../db/pool';

export type AccountRules = {
  graceDays: number;
  discount: DiscountRules;
  latePercent: string;
  lateGraceDays: number;
  lateMinimumMinor: number;
  chequeFeeMinor: number;
  clerkWriteOffMinor: number;
  bookkeeperWriteOffMinor: number;
  writeOffAdjustsTax: boolean;
  version: number;
};

type Stored = Omit<AccountRules, 'discount' | 'writeOffAdjustsTax'> & {
  writeOffAdjustsTax: number;
  base: DiscountRules['base'];
  partEarns: number;
  adjustsTax: number;
};

/** What the shop decided of all its charge accounts. */
export async function loadAccountRules(db: Db): Promise<AccountRules> {
  const found = await row<Stored>(
    db,
    `SELECT grace_days AS graceDays, discount_base AS base, part_earns AS partEarns,
       discount_adjusts_tax AS adjustsTax, late_percent AS latePercent,
       late_grace_days AS lateGraceDays, late_minimum_minor AS lateMinimumMinor,
       cheque_fee_minor AS chequeFeeMinor, clerk_write_off_minor AS clerkWriteOffMinor,
       bookkeeper_write_off_minor AS bookkeeperWriteOffMinor,
       write_off_adjusts_tax AS writeOffAdjustsTax, version
     FROM account_rule`,
  );
  const { base, partEarns, adjustsTax, writeOffAdjustsTax, ...rules } = found!;
  const discount = { base, partEarns: partEarns === 1, adjustsTax: adjustsTax === 1 };
  return { ...rules, discount, writeOffAdjustsTax: writeOffAdjustsTax === 1 };
}
