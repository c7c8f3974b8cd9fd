import type { SettledAt } from '@abacist/core/settlements';
import { row, type Db } from '../db/pool';

export type SettlingProcessor = {
  id: number;
  bankAccountId: number;
  cutOff: string;
  merchantNumber: string;
  authorityId: number | null;
  /** Fees of a month are billed and debited by themselves; of one that pays gross, all of them. */
  billsFees: boolean;
  /** Schemes that the shop takes through it, in the order of their names. */
  schemes: string[];
};

/** A processor as its settlements need it; locked, where one is posted. */
export async function settlingProcessor(
  db: Db,
  id: number,
  lock = false,
): Promise<SettlingProcessor | undefined> {
  type Row = Omit<SettlingProcessor, 'schemes' | 'billsFees'> & {
    schemes: string | null;
    billsFees: number;
  };
  const found = await row<Row>(
    db,
    // Two files of one processor at once: the second sees what the first left to carry.
    `SELECT p.id, p.bank_account_id AS bankAccountId, p.cut_off AS cutOff,
       p.merchant_number AS merchantNumber, p.fee_tax_authority_id AS authorityId,
       p.bills_fees AS billsFees,
       (SELECT GROUP_CONCAT(DISTINCT t.scheme ORDER BY t.scheme SEPARATOR '\\n')
        FROM tender t WHERE t.processor_id = p.id) AS schemes
     FROM processor p WHERE p.id = ? ${lock ? 'FOR UPDATE' : ''}`,
    [id],
  );
  return (
    found && {
      ...found,
      billsFees: found.billsFees === 1,
      schemes: found.schemes?.split('\n') ?? [],
    }
  );
}

/** Where its settlements are posted. */
export const settledAt = (
  processor: SettlingProcessor,
  { scheme, day }: { scheme: string; day: string },
): SettledAt => ({
  ...{ processorId: processor.id, bankAccountId: processor.bankAccountId },
  ...{ scheme: processor.schemes[0] ?? scheme, day },
  ...(processor.authorityId !== null && { authorityId: processor.authorityId }),
});
