import { ACT_DOCUMENTS, BROUGHT_TO_BANK, PAID_BY_BANK } from '../../drawer/acts/kinds';
import type { MovementStore } from '../store';
import { namesIt } from './transfer';

/** Money beside the tickets that moves at the bank: an expense that it pays, other money that it takes. */
export const BANK_MONEY: MovementStore = {
  table: 'drawer_act',
  joins: `JOIN document d ON d.kind IN (${ACT_DOCUMENTS}) AND d.subject_id = s.id`,
  standing: 'NOT s.undone AND s.bank_account_id IS NOT NULL',
  amount: `IF(s.kind IN (${BROUGHT_TO_BANK}), s.amount_minor, -s.amount_minor)`,
  number: `CONCAT(d.series, '-', d.number)`,
  // Whom it is from or to; of what has no name its words.
  name: `COALESCE(NULLIF(s.party, ''), s.words)`,
  date: 's.date',
  dueDate: 's.date',
  days: 's.date',
  holder: { word: 'act', id: 's.id' },
  entry: { kind: 'd.kind', id: 's.id' },
  untagged: `s.kind IN (${PAID_BY_BANK})`,
  party: `CONCAT('party ', LOWER(s.party))`,
  reference: 's.words',
  references: ({ number, reference }) => [number, ...reference.split(/\s+/)].filter(namesIt),
  undo: `CONCAT('/drawer-acts/', s.id, '/undo')`,
  note: ({ name, number }) => ({ code: 'trail.bankMoney', params: { name, number } }),
  late: { code: 'moneyNotAtBank' },
};
