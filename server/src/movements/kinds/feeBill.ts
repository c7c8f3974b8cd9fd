import type { MovementStore } from '../store';

/** What a processor bills for a month of fees, and debits. */
export const FEE_BILL: MovementStore = {
  table: 'fee_bill',
  joins: `JOIN processor p ON p.id = s.processor_id
    JOIN document d ON d.kind = 'feeBill' AND d.subject_id = s.id`,
  standing: 's.standing',
  amount: '-s.amount_minor',
  number: `CONCAT(d.series, '-', d.number)`,
  name: 'p.name',
  date: 's.date',
  dueDate: 's.due_date',
  days: 's.date',
  holder: { word: 'feeBill', id: 's.id' },
  entry: { kind: `'feeBill'`, id: 's.id' },
  untagged: 'TRUE',
  party: `CONCAT('processor ', s.processor_id)`,
  reference: 's.reference',
  references: ({ number, reference }) => [reference, number],
  undo: `CONCAT('/fee-bills/', s.id, '/undo')`,
  note: ({ name, number }) => ({ code: 'trail.feeBill', params: { name, number } }),
  late: { code: 'billNotAtBank' },
};
