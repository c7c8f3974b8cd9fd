import { chequeReference } from '@abacist/core/bank';
import { SLIP_PARTY } from '@abacist/core/movements';
import type { MovementStore } from '../store';

/** A cheque that was deposited and came back: the bank takes its money again. */
export const RETURNED_CHEQUE: MovementStore = {
  table: 'returned_cheque',
  joins: 'JOIN cheque q ON q.id = s.cheque_id',
  standing: 's.standing',
  amount: '-s.amount_minor',
  number: 'q.number',
  name: 'q.drawn_by',
  date: 's.date',
  dueDate: 's.date',
  days: 'q.taken_on',
  holder: { word: 'returnedCheque', id: 's.id' },
  entry: { kind: `'chequeReturn'`, id: 's.id' },
  party: `'${SLIP_PARTY}'`,
  reference: `''`,
  references: ({ number }) => [chequeReference(number)],
  note: ({ name, number }) => ({ code: 'trail.returnedCheque', params: { name, number } }),
  late: { code: 'returnNotAtBank' },
};
