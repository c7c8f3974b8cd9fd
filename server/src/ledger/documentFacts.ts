import { DOCUMENT_KINDS, type DocumentKind } from '@abacist/core/documents';

type Facts = {
  /** The figure that people know a document by, of the row `x.id = ?`; else what its entry debits. */
  amount?: string;
  /** Whom it is for, of the row `x.id = ?`; else, or where that says nobody, who holds the one charge account of its
   * entry. */
  customer?: string;
  /** The ticket whose page shows it, of the row `x.id = ?`. */
  sale?: string;
};

const OF_ENTRY: Facts = {};
const OF_ORDER: Facts = {
  amount: 'SELECT x.total_minor FROM customer_order x',
  customer: 'SELECT x.customer_id FROM customer_order x',
};

/** What a list of documents says of each kind beside what its entry says. */
export const DOCUMENT_FACTS: Record<DocumentKind, Facts> = {
  sale: {
    amount: 'SELECT x.total_minor FROM sale x',
    customer: 'SELECT x.customer_id FROM sale x',
    sale: 'SELECT x.id FROM sale x',
  },
  saleVoid: {
    amount: 'SELECT s.total_minor FROM sale_void x JOIN sale s ON s.id = x.sale_id',
    customer: 'SELECT s.customer_id FROM sale_void x JOIN sale s ON s.id = x.sale_id',
    sale: 'SELECT x.sale_id FROM sale_void x',
  },
  drawerOpen: { amount: 'SELECT x.counted_minor FROM drawer_open x' },
  drawerOpenUndo: { amount: 'SELECT x.counted_minor FROM drawer_open x' },
  drawerClose: {
    amount: 'SELECT x.counted_minor + x.cheques_counted_minor FROM drawer_close x',
  },
  moneyOut: { amount: 'SELECT x.amount_minor FROM drawer_act x' },
  moneyOutUndo: OF_ENTRY,
  moneyIn: { amount: 'SELECT x.amount_minor FROM drawer_act x' },
  moneyInUndo: OF_ENTRY,
  drop: { amount: 'SELECT x.amount_minor FROM drawer_act x' },
  dropUndo: OF_ENTRY,
  drawerToDrawer: { amount: 'SELECT x.amount_minor FROM drawer_act x' },
  drawerToDrawerUndo: OF_ENTRY,
  change: { amount: 'SELECT x.amount_minor FROM drawer_act x' },
  changeUndo: OF_ENTRY,
  floatUp: { amount: 'SELECT x.amount_minor FROM drawer_act x' },
  floatUpUndo: OF_ENTRY,
  dayClose: OF_ENTRY,
  dayReopen: OF_ENTRY,
  safeCount: { amount: 'SELECT x.counted_minor FROM safe_count x' },
  dayTotals: { amount: 'SELECT x.total_minor FROM day_totals x' },
  dayTotalsUndo: {
    amount:
      'SELECT t.total_minor FROM day_totals_undo x JOIN day_totals t ON t.id = x.day_totals_id',
  },
  slip: OF_ENTRY,
  slipRecall: OF_ENTRY,
  settlement: { amount: 'SELECT x.net_minor FROM settlement x' },
  settlementUndo: OF_ENTRY,
  batchDifference: OF_ENTRY,
  batchDifferenceUndo: OF_ENTRY,
  feeAccrual: OF_ENTRY,
  feeAccrualUndo: OF_ENTRY,
  feeBill: { amount: 'SELECT x.amount_minor FROM fee_bill x' },
  feeBillUndo: OF_ENTRY,
  chargeback: { amount: 'SELECT x.amount_minor + x.fee_minor FROM bank_chargeback x' },
  chargebackUndo: OF_ENTRY,
  disputeLost: { amount: 'SELECT x.amount_minor FROM dispute_lost x' },
  disputeLostUndo: OF_ENTRY,
  disputeRetold: OF_ENTRY,
  disputeRetoldUndo: OF_ENTRY,
  ownTransfer: { amount: 'SELECT x.amount_minor FROM bank_transfer x' },
  ownTransferUndo: OF_ENTRY,
  taxPayment: { amount: 'SELECT ABS(x.paid_minor) FROM tax_payment x' },
  taxPaymentUndo: OF_ENTRY,
  match: OF_ENTRY,
  matchUndo: OF_ENTRY,
  cardStatement: { amount: 'SELECT ABS(x.balance_minor) FROM card_statement x' },
  cardStatementUndo: OF_ENTRY,
  reconciliation: { amount: 'SELECT x.statement_minor FROM reconciliation x' },
  reconciliationReopen: OF_ENTRY,
  opening: OF_ENTRY,
  bankOpening: OF_ENTRY,
  creditNote: {
    amount: 'SELECT x.amount_minor FROM credit_note x',
    customer: 'SELECT s.customer_id FROM credit_note x JOIN sale s ON s.id = x.sale_id',
    sale: 'SELECT x.sale_id FROM credit_note x',
  },
  creditExpired: OF_ENTRY,
  voucherExpired: OF_ENTRY,
  chequeFound: OF_ENTRY,
  quotation: OF_ORDER,
  order: OF_ORDER,
  orderCancel: {
    customer: `SELECT o.customer_id FROM order_cancel x
      JOIN customer_order o ON o.id = x.order_id`,
  },
  allocation: OF_ENTRY,
  allocationUndo: OF_ENTRY,
  accountStatement: {
    amount: 'SELECT x.balance_minor FROM account_statement x',
    customer: `SELECT a.customer_id FROM account_statement x
      JOIN charge_account a ON a.id = x.charge_account_id`,
  },
  writeOff: OF_ENTRY,
  writeOffUndo: OF_ENTRY,
  openingItems: OF_ENTRY,
  itemWithdrawn: OF_ENTRY,
  lateCharge: OF_ENTRY,
  chequeReturn: OF_ENTRY,
  chequeReturnUndo: OF_ENTRY,
  chequeWriteOff: OF_ENTRY,
};

/** The ticket whose page shows a document `d`, as an expression; null for most kinds. */
export const SALE_OF_DOCUMENT = `CASE d.kind ${DOCUMENT_KINDS.map((kind) => {
  const { sale } = DOCUMENT_FACTS[kind];
  return sale ? `WHEN '${kind}' THEN (${sale} WHERE x.id = d.subject_id)` : '';
}).join(' ')} END`;
