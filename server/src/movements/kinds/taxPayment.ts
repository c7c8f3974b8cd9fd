import type { MovementStore } from '../store';

/** Tax on its way to its authority, or back from it. */
export const TAX_PAYMENT: MovementStore = {
  table: 'tax_payment',
  joins: `JOIN tax_authority p ON p.id = s.authority_id
    JOIN document d ON d.kind = 'taxPayment' AND d.subject_id = s.id`,
  standing: 's.standing',
  amount: '-s.paid_minor',
  number: `CONCAT(d.series, '-', d.number)`,
  name: 'p.name',
  date: 's.date',
  dueDate: 's.date',
  days: 's.date',
  holder: { word: 'taxPayment', id: 's.id' },
  entry: { kind: `'taxPayment'`, id: 's.id' },
  untagged: 'TRUE',
  party: `CONCAT('authority ', s.authority_id)`,
  reference: 's.words',
  references: ({ number }) => [number],
  undo: `CONCAT('/tax-payments/', s.id, '/undo')`,
  note: ({ name, number }) => ({ code: 'trail.taxPayment', params: { name, number } }),
  late: { code: 'taxPaymentNotAtBank' },
};
