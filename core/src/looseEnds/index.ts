import type { Role } from '../people';

/** Where a loose end is mended. */
export const LOOSE_END_PLACES = ['counter', 'days', 'accounts', 'bank'] as const;
export type LooseEndPlace = (typeof LOOSE_END_PLACES)[number];

/** Who can open its place: nobody sees what he can do nothing about. */
type LooseEndRoom = { place: LooseEndPlace; needs: Role };

/**
 * Every kind of thing that does not tie and needs a person. How each is found, how old it is, what
 * it amounts to and where its next step is stands with the server's finder of that kind.
 */
export const LOOSE_ENDS = {
  drawerNotCounted: { place: 'days', needs: 'clerk' },
  sheetChanged: { place: 'days', needs: 'bookkeeper' },
  dayNotClosed: { place: 'days', needs: 'bookkeeper' },
  terminalOrphan: { place: 'counter', needs: 'bookkeeper' },
  creditExpiring: { place: 'counter', needs: 'clerk' },
  creditExpired: { place: 'counter', needs: 'clerk' },
  voucherExpiring: { place: 'counter', needs: 'clerk' },
  voucherExpired: { place: 'counter', needs: 'clerk' },
  payerUnknown: { place: 'accounts', needs: 'bookkeeper' },
  chequeOwed: { place: 'counter', needs: 'clerk' },
  accountOverLimit: { place: 'accounts', needs: 'clerk' },
  accountOverdue: { place: 'accounts', needs: 'clerk' },
  accountCredit: { place: 'accounts', needs: 'clerk' },
  chequeReturned: { place: 'accounts', needs: 'clerk' },
  safeNotBanked: { place: 'bank', needs: 'bookkeeper' },
  slipNotAtBank: { place: 'bank', needs: 'bookkeeper' },
  batchNotSettled: { place: 'bank', needs: 'bookkeeper' },
  chequeNotCashed: { place: 'bank', needs: 'clerk' },
  transferNotAtBank: { place: 'bank', needs: 'bookkeeper' },
  moneyNotAtBank: { place: 'bank', needs: 'bookkeeper' },
  returnNotAtBank: { place: 'bank', needs: 'bookkeeper' },
  settlementDiffers: { place: 'bank', needs: 'bookkeeper' },
  cardClaim: { place: 'bank', needs: 'bookkeeper' },
  feesNotAccrued: { place: 'bank', needs: 'bookkeeper' },
  billMissing: { place: 'bank', needs: 'bookkeeper' },
  billNotAtBank: { place: 'bank', needs: 'bookkeeper' },
  chargebackNotAtBank: { place: 'bank', needs: 'bookkeeper' },
  ownTransferNotAtBank: { place: 'bank', needs: 'bookkeeper' },
  taxPaymentNotAtBank: { place: 'bank', needs: 'bookkeeper' },
  cardStatementDue: { place: 'bank', needs: 'bookkeeper' },
  lineNoted: { place: 'bank', needs: 'bookkeeper' },
  disputeDue: { place: 'bank', needs: 'bookkeeper' },
  disputeLate: { place: 'bank', needs: 'bookkeeper' },
  disputeToAnswer: { place: 'bank', needs: 'bookkeeper' },
  disputeAnswered: { place: 'bank', needs: 'bookkeeper' },
  disputeUnknown: { place: 'bank', needs: 'bookkeeper' },
  reserveHeld: { place: 'bank', needs: 'bookkeeper' },
  settlementNotAtBank: { place: 'bank', needs: 'bookkeeper' },
  settlementCarried: { place: 'bank', needs: 'bookkeeper' },
  lineReserved: { place: 'bank', needs: 'bookkeeper' },
  lineUnknown: { place: 'bank', needs: 'bookkeeper' },
} as const satisfies Record<string, LooseEndRoom>;
export type LooseEndKind = keyof typeof LOOSE_ENDS;
