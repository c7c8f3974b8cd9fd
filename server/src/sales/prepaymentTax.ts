import type { PrepaymentParts } from '@abacist/core/orders';
import type { CommandContext } from '../context';
import { insertMany } from '../db/pool';

/** Tax of a prepayment as it becomes owed (sign 1) or is owed no more (−1). */
export async function storePrepaymentTax(
  { tx }: CommandContext,
  saleId: number,
  { taxes }: PrepaymentParts,
  sign: 1 | -1,
): Promise<void> {
  await insertMany(
    tx,
    'prepayment_tax',
    ['sale_id', 'authority_id', 'tax_minor'],
    taxes
      .filter(({ taxMinor }) => taxMinor !== 0)
      .map(({ authorityId, taxMinor }) => [saleId, authorityId, sign * taxMinor]),
  );
}
