import { post, type JournalLine } from '../ledger';
import { minus } from '../money';
import { taxesOf } from './amounts';

/**
 * The journal lines of an allocation: the discount that was granted beside it, and where it goes
 * from one account of a payer to another, two lines on the control account that name both.
 */
export function postAllocation(
  allocation: Parameters<typeof postDiscount>[0] & {
    chargeAccountId: number;
    amountMinor: number;
  },
  creditAccountId: number,
): JournalLine[] {
  const { chargeAccountId, amountMinor } = allocation;
  const discount = postDiscount(allocation, chargeAccountId);
  if (chargeAccountId === creditAccountId) return discount;
  return [
    ...post('account.moved', {
      from: { amountMinor, chargeAccountId: creditAccountId },
      to: { amountMinor, chargeAccountId },
    }),
    ...discount,
  ];
}

/** The journal lines of a discount that was granted beside an allocation. */
function postDiscount(
  {
    discountMinor,
    discountTaxMinor,
    taxes: parts,
  }: {
    discountMinor: number;
    discountTaxMinor: number;
    taxes: readonly { authorityId: number; taxMinor: number }[];
  },
  chargeAccountId: number,
): JournalLine[] {
  if (discountMinor === 0) return [];
  return post(
    'account.discount',
    {
      discount: minus(discountMinor, discountTaxMinor),
      tax: taxesOf(parts),
      granted: discountMinor,
    },
    { chargeAccountId },
  );
}
