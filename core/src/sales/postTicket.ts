import type { IsoDate } from '../dates';
import {
  mergeLines,
  post,
  reverseLines,
  type AccountRole,
  type JournalLine,
  type Takings,
} from '../ledger';
import { AT_HOME, atProcessor, byTender, IN_DRAWER, potOf, type PotTender } from '../takings';
import type { GivenRefund } from '../returns';
import type { TakenTender } from '../tenders';
import type { PrepaymentParts } from '../orders';
import { minus } from '../money';
import type { DecidedExtra } from './extra';
import type { PricedTicket } from './price';
import type { DecidedReturn } from './return';

type Where = {
  today: IsoDate;
  drawerId: number;
  tenders: readonly (PotTender & { account: AccountRole | null })[];
};

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
  where: Where,
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
    ...tenders.flatMap((tender, i) => postTender(tender, i + 1, where)),
    ...refunds.flatMap((refund, i) => postRefund(refund, tenders.length + i + 1, where)),
  ]);
}

const amounts = ({ netMinor, taxes: parts }: PrepaymentParts) => ({
  net: netMinor,
  tax: taxes(parts),
});

function postExtra(
  { kind, amountMinor, parts, accountId, allocations, recoveredMinor }: DecidedExtra,
  { drawerId, today }: Where,
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

/** The takings of today that a tender takes or gives back; none where no money comes or goes. */
function takingsOf(
  { kind, tenderId }: { kind: TakenTender['kind']; tenderId: number },
  position: number,
  { today, tenders }: Where,
): { takings?: Takings } {
  const tender = tenders.find(({ id }) => id === tenderId);
  const pot = tender ? potOf(kind, tender) : null;
  if (!tender || pot === null) return {};
  const { account, processorId } = tender;
  const holders = {
    drawer: IN_DRAWER,
    cardClearing: atProcessor(processorId),
    bankInTransit: byTender(position),
    ...(account && { [account]: AT_HOME }),
  };
  return { takings: { takingsDay: today, pot, holders } };
}

function postTender(tender: TakenTender, position: number, where: Where): JournalLine[] {
  const { amountMinor, keptMinor, roundingMinor } = tender;
  const takings = takingsOf(tender, position, where);
  switch (tender.kind) {
    case 'cash':
      return [
        ...post('tender.cash', { kept: keptMinor }, { drawerId: where.drawerId, ...takings }),
        ...post('rounding.cash', { dueMinusKept: roundingMinor }),
      ];
    case 'card':
      return post(
        'tender.card',
        { amount: amountMinor },
        { ...processorOf(tender, where), ...takings },
      );
    case 'storeCredit':
      return post('tender.storeCredit', { amount: amountMinor });
    case 'voucher':
      return post('tender.voucher', { amount: amountMinor });
    case 'prepayment':
      // Its parts are posted by what they were posted as when it was taken.
      return [];
    case 'cheque':
      return post(
        'tender.cheque',
        { amount: amountMinor },
        { drawerId: where.drawerId, ...takings },
      );
    case 'transfer': {
      const { bankAccountId } = tender.transfer!;
      return post('tender.transfer', { amount: amountMinor }, { bankAccountId, ...takings });
    }
    case 'onAccount':
      return post(
        'tender.onAccount',
        { amount: amountMinor },
        { chargeAccountId: tender.charge!.accountId },
      );
    case 'ownCheque':
      throw new Error('a cheque of our own is never taken');
    case 'other': {
      const account = accountOf(tender, where);
      return post('tender.other', { amount: { amountMinor, account } }, takings);
    }
  }
}

function postRefund(refund: GivenRefund, position: number, where: Where): JournalLine[] {
  const outMinor = -refund.keptMinor;
  const takings = takingsOf(refund, position, where);
  switch (refund.kind) {
    case 'cash':
      return [
        ...post('refund.cash', { amount: outMinor }, { drawerId: where.drawerId, ...takings }),
        ...post('rounding.cash', { dueMinusKept: refund.roundingMinor }),
      ];
    case 'card':
      return post(
        'refund.card',
        { amount: outMinor },
        { ...processorOf(refund, where), ...takings },
      );
    case 'storeCredit':
      return post('refund.storeCredit', { amount: outMinor });
    case 'onAccount':
      return post(
        'refund.account',
        { amount: outMinor },
        { chargeAccountId: refund.accountId! },
      );
    case 'ownCheque': {
      const { bankAccountId } = refund.ownCheque!;
      return post('refund.ownCheque', { amount: outMinor }, { bankAccountId, ...takings });
    }
    case 'transfer': {
      const { bankAccountId } = refund.transfer!;
      return post('refund.transfer', { amount: outMinor }, { bankAccountId, ...takings });
    }
    case 'cheque': {
      const owed = post('refund.cheque', { amount: -refund.amountMinor });
      const written = { amount: refund.writtenBackMinor };
      return [...owed, ...reverseLines(post('cheque.writtenOff', written))];
    }
    case 'other': {
      const account = accountOf(refund, where);
      return post('refund.other', { amount: { amountMinor: outMinor, account } }, takings);
    }
  }
}

function accountOf({ tenderId }: { tenderId: number }, where: Where): AccountRole {
  const account = where.tenders.find(({ id }) => id === tenderId)?.account;
  if (!account) throw new Error(`tender ${tenderId} has no account`);
  return account;
}

function processorOf({ tenderId }: { tenderId: number }, where: Where) {
  const processorId = where.tenders.find(({ id }) => id === tenderId)?.processorId ?? null;
  if (processorId === null) throw new Error(`card tender ${tenderId} has no processor`);
  return { processorId };
}
