import type { MovementStore } from '../store';

/** What a card processor pays, net of its fees. */
export const SETTLEMENT: MovementStore = {
  table: 'settlement',
  joins: `JOIN processor p ON p.id = s.processor_id
    JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id`,
  standing: 's.standing',
  booked: 's.to_bank_minor > 0',
  amount: 's.to_bank_minor',
  number: `CONCAT(d.series, '-', d.number)`,
  name: 'p.name',
  date: 's.date',
  dueDate: 's.due_date',
  days: `(SELECT GROUP_CONCAT(DISTINCT c.batch_date ORDER BY c.batch_date)
    FROM settlement_scheme c WHERE c.settlement_id = s.id)`,
  fee: 's.fee_minor',
  holder: { word: 'settlement', id: 's.id' },
  entry: { kind: `'settlement'`, id: 's.id' },
  party: `CONCAT('processor ', s.processor_id)`,
  reference: 's.reference',
  references: ({ number, reference }) => [reference, number],
  note: ({ feeMinor, amountMinor }) => ({
    code: 'trail.settlement',
    params: { feeMinor, netMinor: amountMinor },
  }),
  late: { code: 'settlementNotAtBank' },
};
