import type { MovementStore } from '../store';

/** A few letters, or none with a digit, may stand in any line: they name nothing. */
export const namesIt = (reference: string) => reference.length >= 4 && /\d/.test(reference);

/** A customer's bank transfer, or ours back to him. */
export const TRANSFER: MovementStore = {
  table: 'transfer',
  joins: `JOIN document d ON d.kind = 'sale' AND d.subject_id = s.sale_id`,
  standing: 'NOT s.voided',
  amount: 's.amount_minor',
  number: `CONCAT(d.series, '-', d.number)`,
  name: 's.reference',
  date: 's.date',
  dueDate: 's.date',
  days: 's.date',
  saleId: 's.sale_id',
  holder: { word: 'tender', id: 's.sale_tender_id' },
  entry: { kind: `'sale'`, id: 's.sale_id' },
  party: `CONCAT('customer of ', d.series, '-', d.number)`,
  reference: 's.reference',
  references: ({ number, reference }) =>
    [
      number,
      reference,
      // On a line the payer’s words stand among others: each that has a digit may name it.
      ...reference.split(/\s+/),
    ].filter(namesIt),
  note: ({ name, number }) => ({ code: 'trail.transfer', params: { name, number } }),
  late: { code: 'transferNotAtBank' },
};
