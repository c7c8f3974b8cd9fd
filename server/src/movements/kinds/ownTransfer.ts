import type { MovementStore } from '../store';

/** One end of money that goes between accounts of ours; its name is the other account. */
export const OWN_TRANSFER: MovementStore = {
  table: 'bank_transfer_leg',
  joins: `JOIN bank_transfer x ON x.id = s.bank_transfer_id
    JOIN bank_transfer_leg o ON o.bank_transfer_id = s.bank_transfer_id AND o.id <> s.id
    JOIN bank_account p ON p.id = o.bank_account_id
    JOIN document d ON d.kind = 'ownTransfer' AND d.subject_id = x.id`,
  standing: 's.standing',
  amount: 's.amount_minor',
  number: `CONCAT(d.series, '-', d.number)`,
  name: 'p.name',
  date: 'x.date',
  dueDate: 'x.date',
  days: 'x.date',
  holder: { word: 'ownTransfer', id: 's.id' },
  entry: { kind: `'ownTransfer'`, id: 'x.id' },
  untagged: 'TRUE',
  party: `CONCAT('account ', o.bank_account_id)`,
  reference: 'x.words',
  references: ({ number }) => [number],
  undo: `CONCAT('/bank-transfers/', x.id, '/undo')`,
  note: ({ name, number, amountMinor }) => ({
    code: amountMinor < 0 ? 'trail.ownTransferTo' : 'trail.ownTransferFrom',
    params: { name, number },
  }),
  late: { code: 'ownTransferNotAtBank' },
};
