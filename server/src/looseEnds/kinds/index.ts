import type { LooseEndKind } from '@abacist/core/looseEnds';
import type { Finder } from '../room';
import { account } from './account';
import { batchNotSettled } from './batchNotSettled';
import { cardStatementDue } from './cardStatement';
import { chequeOwed } from './chequeOwed';
import { closing } from './closing';
import { credit } from './credit';
import { dispute, reserveHeld } from './dispute';
import { drawerNotCounted } from './drawerNotCounted';
import { feeMonth } from './feeMonth';
import { lateAtBank } from './lateAtBank';
import { payerUnknown } from './payerUnknown';
import { safeNotBanked } from './safeNotBanked';
import { settlementCarried } from './settlementCarried';
import { cardClaim } from './cardClaim';
import { settlementDiffers } from './settlementDiffers';
import { statementLine } from './statementLine';
import { terminalOrphan } from './terminalOrphan';
import { voucher } from './voucher';

/** Who finds each kind of loose end. */
export const FINDERS = {
  drawerNotCounted,
  sheetChanged: closing,
  dayNotClosed: closing,
  terminalOrphan,
  creditExpiring: credit,
  creditExpired: credit,
  voucherExpiring: voucher,
  voucherExpired: voucher,
  payerUnknown,
  chequeOwed,
  accountOverLimit: account,
  accountOverdue: account,
  accountCredit: account,
  chequeReturned: account,
  safeNotBanked,
  slipNotAtBank: lateAtBank,
  batchNotSettled,
  chequeNotCashed: lateAtBank,
  transferNotAtBank: lateAtBank,
  moneyNotAtBank: lateAtBank,
  returnNotAtBank: lateAtBank,
  settlementDiffers,
  cardClaim,
  feesNotAccrued: feeMonth,
  billMissing: feeMonth,
  billNotAtBank: lateAtBank,
  chargebackNotAtBank: lateAtBank,
  ownTransferNotAtBank: lateAtBank,
  taxPaymentNotAtBank: lateAtBank,
  cardStatementDue,
  disputeDue: dispute,
  disputeLate: dispute,
  disputeToAnswer: dispute,
  disputeAnswered: dispute,
  disputeUnknown: dispute,
  reserveHeld,
  settlementNotAtBank: lateAtBank,
  settlementCarried,
  lineReserved: statementLine,
  lineUnknown: statementLine,
  lineNoted: statementLine,
} satisfies Record<LooseEndKind, Finder>;
