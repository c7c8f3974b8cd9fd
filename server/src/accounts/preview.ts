import type { ChargePreview } from '@abacist/contracts';
import { availableOf, brokenChargeRules, dueOf } from '@abacist/core/accounts';
import type { TicketAccount } from '@abacist/core/sales';
import type { Db } from '../db/pool';
import { notFound } from '../http/errors';
import { ticketAccounts } from './load';
import { loadAccountRules } from './rules';

/** What would happen if an amount were charged now: the limit before and after, and the rules. */
export async function previewCharge(
  db: Db,
  today: string,
  { id, amountMinor, buyer = '' }: { id: number; amountMinor: number; buyer?: string },
): Promise<ChargePreview> {
  const rules = await loadAccountRules(db);
  const [account] = await ticketAccounts(db, [id], [], today, rules);
  if (!account) throw notFound('account.unknown');
  const available = availableOf(account.chain, amountMinor);
  return {
    beforeMinor: available?.beforeMinor ?? null,
    afterMinor: available?.afterMinor ?? null,
    ...dueOf(today, account.terms),
    rules: brokenChargeRules({
      chargedMinor: amountMinor,
      chain: account.chain,
      holdReason: account.holdReason,
      overdueMinor: account.overdueMinor,
      overdueDays: account.overdueDays,
      buyer: buyerOf(account, buyer),
    }),
  };
}

const buyerOf = ({ buyersOnly, buyers }: TicketAccount, name: string) =>
  buyersOnly && name ? { name, listed: buyers.includes(name) } : null;
