import { SLIP_PARTY } from '@abacist/core/movements';
import type { MovementStore } from '../store';

/** Cash and cheques that were taken to the bank. */
export const SLIP: MovementStore = {
  table: 'slip',
  joins: `JOIN document d ON d.kind = 'slip' AND d.subject_id = s.id`,
  standing: 's.standing',
  amount: 's.total_minor',
  number: `CONCAT(d.series, '-', d.number)`,
  name: `''`,
  date: 's.date',
  dueDate: 's.date',
  days: `(SELECT GROUP_CONCAT(DISTINCT i.takings_day ORDER BY i.takings_day)
    FROM slip_item_now si JOIN safe_item i ON i.id = si.safe_item_id WHERE si.slip_id = s.id)`,
  holder: { word: 'slip', id: 's.id' },
  entry: { kind: `'slip'`, id: 's.id' },
  party: `'${SLIP_PARTY}'`,
  reference: 's.bank_reference',
  references: ({ number, reference }) => [number, reference].filter(Boolean),
  note: ({ amountMinor }) => ({ code: 'trail.slip', params: { totalMinor: amountMinor } }),
  late: { code: 'slipNotAtBank' },
};
