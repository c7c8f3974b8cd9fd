import { mergeLines, post, reverseLines, type JournalLine } from '../ledger';
import { IN_DRAWER } from '../takings';
import { postTenders, type GivenRefund, type PostWhere, type TakenTender } from '../tenders';
import type { PrepaymentParts } from '../orders';
import { minus } from '../money';
import type { DecidedExtra } from './extra';
import type { PricedTicket } from './price';
import type { DecidedReturn } from './return';

type Parts = {
  sold: PricedTicket | null;
  returned: DecidedReturn | null;
  extras: readonly DecidedExtra[];
  prepaymentsUsed: readonly { parts: PrepaymentParts }[];
  tenders: readonly TakenTender[];
  refunds: readonly GivenRefund[];
};

const taxes = (parts: readonly { authorityId: number; taxMinor: number }[]) =>
  parts.map(({ authorityId, taxMinor }) => ({ authorityId, amountMinor: taxMinor }));

/** The journal lines of a ticket: its sold and returned lines and how they were settled. */
export function postTicket(
  { sold, returned, extras, prepaymentsUsed, tenders, refunds }: Parts,
  where: PostWhere,
): JournalLine[] {
  return mergeLines([
    ...(sold?.lines ?? []).flatMap(({ netMinor, parts, departmentId }) =>
      post('sale.line', {
        net: { amountMinor: netMinor, departmentId },
        tax: taxes(parts),
      }),
    ),
    ...(returned ? postReturn(returned) : []),
    ...extras.flatMap((extra) => postExtra(extra, where)),
    ...prepaymentsUsed.flatMap(({ parts }) => post('prepayment.used', amounts(parts))),
    ...postTenders(tenders, refunds, where),
  ]);
}

const amounts = ({ netMinor, taxes: parts }: PrepaymentParts) => ({
  net: netMinor,
  tax: taxes(parts),
});

function postExtra(
  { kind, amountMinor, parts, accountId, allocations, recoveredMinor }: DecidedExtra,
  { drawerId, today }: PostWhere,
): JournalLine[] {
  switch (kind) {
    case 'voucher':
      return post('voucher.sold', { amount: amountMinor });
    case 'voucherBack':
      return post('voucher.takenBack', { amount: -amountMinor });
    // The card's tender debits its clearing with all that it pays.
    case 'tip':
      return post('tip.card', { tip: amountMinor });
    case 'cashBack':
      return post(
        'cashBack.debit',
        { cash: amountMinor },
        {
          drawerId,
          takings: { takingsDay: today, pot: 'cash', holders: { drawer: IN_DRAWER } },
        },
      );
    case 'prepayment':
      return post('prepayment.taken', amounts(parts));
    case 'accountPayment': {
      const of = { chargeAccountId: accountId! };
      return [
        ...post('account.payment', { amount: amountMinor }, of),
        ...allocations.flatMap((one) => postAllocation(one, accountId!)),
      ];
    }
    case 'creditOut': {
      const of = { chargeAccountId: accountId! };
      return post('account.creditPaidOut', { amount: -amountMinor }, of);
    }
    case 'paymentBack': {
      const of = { chargeAccountId: accountId! };
      const given = allocations.flatMap((one) => postAllocation(one, accountId!));
      return [
        ...post('account.creditPaidOut', { amount: -amountMinor }, of),
        ...reverseLines(given),
      ];
    }
    case 'chequePaid':
      return [
        ...post('cheque.recovered', { amount: amountMinor - recoveredMinor }),
        ...post('writeOff.recovered', { amount: recoveredMinor }),
      ];
    case 'prepaymentBack':
      return post('prepayment.paidBack', amounts(parts));
  }
}

/**
 * The journal lines of an allocation: the discount that was granted beside it, and where it goes
 * from one account of a payer to another, two lines on the control account that name both.
 */
export function postAllocation(
  allocation: Parameters<typeof postDiscount>[0] & { accountId: number; amountMinor: number },
  creditAccountId: number,
): JournalLine[] {
  const { accountId, amountMinor } = allocation;
  const discount = postDiscount(allocation, accountId);
  if (accountId === creditAccountId) return discount;
  return [
    ...post('account.moved', {
      from: { amountMinor, chargeAccountId: creditAccountId },
      to: { amountMinor, chargeAccountId: accountId },
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
      tax: taxes(parts),
      granted: discountMinor,
    },
    { chargeAccountId },
  );
}

function postReturn({ lines, fee, discountBack }: DecidedReturn): JournalLine[] {
  return [
    ...lines.flatMap(({ netMinor, parts, departmentId }) =>
      post('return.line', {
        net: { amountMinor: netMinor, departmentId },
        tax: taxes(parts),
      }),
    ),
    ...post('restocking.fee', { fee: fee.feeMinor, tax: taxes(fee.parts) }),
    ...post('discount.takenBack', {
      discount: discountBack.discountMinor,
      tax: taxes(discountBack.parts),
    }),
  ];
}
