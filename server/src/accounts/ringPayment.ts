import { proposeAllocation } from '@abacist/core/accounts';
import { takeOf, type OfferedTender } from '@abacist/core/tenders';
import { paidBy } from '@abacist/core/typedTenders';
import type { CommandContext } from '../context';
import { sell } from '../sales/sell';
import { lockAccounts, ticketAccounts } from './load';
import { loadAccountRules } from './rules';

/**
 * A payment on an account as a ticket of its own. It is given to the account's charges as it would be
 * proposed, or left open until somebody does; what no charge takes stays as a credit.
 * @param drawerId null: at the desk
 */
export async function ringPayment(
  context: CommandContext,
  {
    drawerId,
    chargeAccountId,
    tender,
    later = false,
  }: {
    drawerId: number | null;
    chargeAccountId: number;
    tender: OfferedTender;
    later?: boolean;
  },
): Promise<{ saleId: number; number: string }> {
  const { tx, today: date } = context;
  const amountMinor = paidBy(tender);
  await lockAccounts(tx, [chargeAccountId]);
  const rules = await loadAccountRules(tx);
  const [account] = await ticketAccounts(tx, [], [chargeAccountId], date, rules);
  const { allocations } = proposeAllocation(
    amountMinor,
    later ? [] : (account?.charges ?? []),
    {
      date,
      rules: rules.discount,
    },
  );
  const earns = takeOf(tender.kind).earnsDiscount;
  const { answer } = await sell(context, {
    drawerId,
    lines: [],
    extras: [
      {
        kind: 'accountPayment',
        chargeAccountId,
        amountMinor,
        allocations: allocations.map((one) => (earns ? one : { ...one, discountMinor: 0 })),
        keepCredit: true,
        reason: '',
      },
    ],
    tenders: [tender],
  });
  return { saleId: answer.saleId, number: answer.number };
}
