import { post } from '../../../ledger';
import { ACT_FACTS } from '../facts';
import { fromBank, plainParts } from '../lines';
import type { ActRoom } from '../room';
import { aboveAllowance } from './paidOut';

/** An expense that the bank pays, by transfer, order or debit. No takings are in it. */
export const paidByBank: ActRoom = {
  ...ACT_FACTS.paidByBank,
  asks: aboveAllowance,
  lines: (act) => [...post('expense.line', plainParts(act.parts)), ...fromBank(act)],
};
