import type { MovementStore } from '../store';

/** What the bank itself debits, or gives back, for a disputed card. */
export const CHARGEBACK: MovementStore = {
  table: 'bank_chargeback',
  joins: `JOIN dispute x ON x.id = s.dispute_id
    JOIN processor p ON p.id = x.processor_id
    JOIN document d ON d.kind = 'chargeback' AND d.subject_id = s.id`,
  standing: 's.standing',
  amount: '-(s.amount_minor + s.fee_minor)',
  number: `CONCAT(d.series, '-', d.number)`,
  name: 'p.name',
  date: 's.date',
  dueDate: 's.date',
  days: 's.date',
  holder: { word: 'chargeback', id: 's.id' },
  entry: { kind: `'chargeback'`, id: 's.id' },
  party: `CONCAT('processor ', x.processor_id)`,
  reference: 'x.reference',
  references: ({ number, reference }) => [reference, number].filter(Boolean),
  undo: `CONCAT('/bank-chargebacks/', s.id, '/undo')`,
  note: ({ name, number }) => ({ code: 'trail.chargeback', params: { name, number } }),
  late: { code: 'chargebackNotAtBank' },
};
