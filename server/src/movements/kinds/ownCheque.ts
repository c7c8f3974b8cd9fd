import { chequeReference } from '@abacist/core/bank';
import { CHEQUE_BOOK } from '@abacist/core/movements';
import type { MovementStore } from '../store';

/** A cheque that the shop wrote. */
export const OWN_CHEQUE: MovementStore = {
  table: 'own_cheque',
  joins: '',
  standing: 'NOT s.voided',
  amount: '-s.amount_minor',
  number: 's.number',
  name: 's.payee',
  date: 's.date',
  dueDate: 's.date',
  days: 's.date',
  saleId: 's.sale_id',
  holder: { word: 'tender', id: 's.sale_tender_id' },
  entry: { kind: `'sale'`, id: 's.sale_id' },
  party: `'${CHEQUE_BOOK}'`,
  reference: `''`,
  references: ({ number }) => [chequeReference(number)],
  note: ({ name, number }) => ({ code: 'trail.ownCheque', params: { name, number } }),
  late: { code: 'chequeNotCashed', toTicket: true },
};
