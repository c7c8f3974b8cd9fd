import type { PaperSubject } from '@abacist/contracts';
import { papersOf, type DocumentKind, type PaperKind } from '@abacist/core/documents';
import { readCustomers } from '../customers/read';
import { row, type Db } from '../db/pool';
import { ACT_DOCUMENT_KINDS } from '../drawer/acts/kinds';
import { readAct } from '../drawer/acts/read';
import { notFound, refuseWith } from '../http/errors';
import { readOrder } from '../orders/read';
import { creditNotes, readSale } from '../sales/detail';
import { readSlip } from '../slips/read';
import { keptContent, type HeadOfShop, type PaperContent } from './content';
import { paperOfAct } from './ofAct';
import { paperOfCredit, paperOfOrder } from './ofOrder';
import { paperOfSale } from './ofSale';
import { paperOfSlip } from './ofSlip';
import { word } from './words';

type Asked = { kind: PaperKind; id: number; today: string; head: HeadOfShop; copy: boolean };

/** What a paper can be made of: its documents, whom it goes to, and how it is put into words. */
type SubjectRoom = {
  documents: readonly DocumentKind[];
  /** The customer to whom it is addressed, by its id; where it has one. */
  customer?: string;
  content: (db: Db, asked: Asked) => Promise<PaperContent>;
};

/** Every subject of papers. */
export const SUBJECTS: Record<PaperSubject, SubjectRoom> = {
  sale: {
    documents: ['sale'],
    customer: 'SELECT customer_id AS id FROM sale WHERE id = ?',
    content: async (db, { kind, id, today, head, copy }) => {
      const sale = await readSale(db, id, today);
      if (!sale) throw notFound('sale.unknown');
      const address = await addressOf(db, sale.customerId);
      return paperOfSale(kind as 'receipt', sale, address, head, copy);
    },
  },
  order: {
    documents: ['quotation', 'order'],
    customer: 'SELECT customer_id AS id FROM customer_order WHERE id = ?',
    content: async (db, { kind, id, today, head, copy }) => {
      const order = await readOrder(db, id, today);
      if (!order) throw notFound('order.unknown');
      if (!papersOf(order.kind).includes(kind)) throw refuseWith('paper.kind', 'kind');
      const address = await addressOf(db, order.customerId);
      return paperOfOrder(kind as 'quotation', order, address, head, copy);
    },
  },
  creditNote: {
    documents: ['creditNote'],
    customer: `SELECT s.customer_id AS id FROM credit_note n JOIN sale s ON s.id = n.sale_id
      WHERE n.id = ?`,
    content: async (db, { id, today, head, copy }) => {
      const [credit] = await creditNotes(db, today, 'n.id = ?', [id]);
      const sale = credit && (await readSale(db, credit.saleId, today));
      if (!credit || !sale) throw notFound('credit.unknown');
      return paperOfCredit(credit, sale, head, copy);
    },
  },
  drawerAct: {
    documents: ACT_DOCUMENT_KINDS,
    content: async (db, { id, head, copy }) => {
      const act = await readAct(db, id);
      if (!act) throw notFound('drawerAct.unknown');
      return paperOfAct(act, head, copy);
    },
  },
  // Frozen when they were closed or finished: never put into words again.
  daySheet: {
    documents: ['dayClose'],
    content: (db, { id, copy }) =>
      frozen(db, copy, 'closing.unknown', {
        sql: `SELECT c.content, c.hash, CONCAT(d.series, '-', d.number) AS reopenedBy
         FROM day_close c
         LEFT JOIN day_reopen r ON r.day_close_id = c.id
         LEFT JOIN document d ON d.kind = 'dayReopen' AND d.subject_id = r.id
         WHERE c.id = ?`,
        id,
      }),
  },
  reconciliation: {
    documents: ['reconciliation'],
    content: (db, { id, copy }) =>
      frozen(db, copy, 'reconcile.unknown', {
        sql: `SELECT c.content, c.hash, CONCAT(d.series, '-', d.number) AS reopenedBy
         FROM reconciliation c
         LEFT JOIN reconciliation_reopen r ON r.reconciliation_id = c.id
         LEFT JOIN document d ON d.kind = 'reconciliationReopen' AND d.subject_id = r.id
         WHERE c.id = ?`,
        id,
      }),
  },
  slip: {
    documents: ['slip'],
    content: async (db, { id, head, copy }) => {
      const slip = await readSlip(db, id);
      if (!slip) throw notFound('slip.unknown');
      return paperOfSlip(slip, head, copy);
    },
  },
};

/** A paper as it was kept under its hash, marked where it was opened again since. */
async function frozen(
  db: Db,
  copy: boolean,
  unknown: string,
  { sql, id }: { sql: string; id: number },
): Promise<PaperContent> {
  const kept = await row<{ content: string; hash: string; reopenedBy: string | null }>(
    db,
    sql,
    [id],
  );
  if (!kept) throw notFound(unknown);
  const { marks, notes, ...content } = keptContent(kept.content);
  return {
    ...content,
    marks: [
      ...marks,
      ...(copy ? [word('copy')] : []),
      ...(kept.reopenedBy ? [word('replaced', { number: kept.reopenedBy })] : []),
    ],
    notes: [...notes, word('sheetHash', { hash: kept.hash })],
  };
}

async function addressOf(db: Db, customerId: number | null): Promise<string> {
  if (customerId === null) return '';
  return (await readCustomers(db, 'id = ?', [customerId]))[0]?.address ?? '';
}
