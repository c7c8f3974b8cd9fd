import { mergeLines, post, type JournalLine } from '../ledger';
import { postTenders, type GivenRefund, type PostWhere, type TakenTender } from '../tenders';
import type { PrepaymentParts } from '../orders';
import { amountsOf, taxesOf } from './amounts';
import { extraRoomOf, type DecidedExtra } from './extras';
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

/** The journal lines of a ticket: its sold and returned lines and how they were settled. */
export function postTicket(
  { sold, returned, extras, prepaymentsUsed, tenders, refunds }: Parts,
  where: PostWhere,
): JournalLine[] {
  return mergeLines([
    ...(sold?.lines ?? []).flatMap(({ netMinor, parts, departmentId }) =>
      post('sale.line', {
        net: { amountMinor: netMinor, departmentId },
        tax: taxesOf(parts),
      }),
    ),
    ...(returned ? postReturn(returned) : []),
    ...extras.flatMap((extra) => extraRoomOf(extra.kind).post(extra, where)),
    ...prepaymentsUsed.flatMap(({ parts }) => post('prepayment.used', amountsOf(parts))),
    ...postTenders(tenders, refunds, where),
  ]);
}

function postReturn({ lines, fee, discountBack }: DecidedReturn): JournalLine[] {
  return [
    ...lines.flatMap(({ netMinor, parts, departmentId }) =>
      post('return.line', {
        net: { amountMinor: netMinor, departmentId },
        tax: taxesOf(parts),
      }),
    ),
    ...post('restocking.fee', { fee: fee.feeMinor, tax: taxesOf(fee.parts) }),
    ...post('discount.takenBack', {
      discount: discountBack.discountMinor,
      tax: taxesOf(discountBack.parts),
    }),
  ];
}
