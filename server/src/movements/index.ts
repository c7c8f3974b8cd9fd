import { MOVEMENT_KINDS, type MovementKind } from '@abacist/core/movements';
import { BANK_MONEY } from './kinds/bankMoney';
import { CHARGEBACK } from './kinds/chargeback';
import { FEE_BILL } from './kinds/feeBill';
import { OWN_CHEQUE } from './kinds/ownCheque';
import { OWN_TRANSFER } from './kinds/ownTransfer';
import { RETURNED_CHEQUE } from './kinds/returnedCheque';
import { SETTLEMENT } from './kinds/settlement';
import { SLIP } from './kinds/slip';
import { TAX_PAYMENT } from './kinds/taxPayment';
import { TRANSFER } from './kinds/transfer';
import type { MovementStore } from './store';

/** Every kind of movement with its room on the server. */
export const MOVEMENT_STORES: Record<MovementKind, MovementStore> = {
  slip: SLIP,
  settlement: SETTLEMENT,
  ownCheque: OWN_CHEQUE,
  transfer: TRANSFER,
  returnedCheque: RETURNED_CHEQUE,
  bankMoney: BANK_MONEY,
  feeBill: FEE_BILL,
  chargeback: CHARGEBACK,
  ownTransfer: OWN_TRANSFER,
  taxPayment: TAX_PAYMENT,
};

/** A statement that is made of one part a kind. */
export const eachKind = (
  part: (store: MovementStore, kind: MovementKind) => string,
  between: string,
): string => MOVEMENT_KINDS.map((kind) => part(MOVEMENT_STORES[kind], kind)).join(between);

/** The holder of a movement's money in transit, as SQL over its table. */
export const holderSql = ({ holder }: MovementStore): string =>
  `CONCAT('${holder.word} ', ${holder.id})`;
