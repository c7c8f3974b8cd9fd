/** What somebody is handed, as a page, by mail or from the roll. */
export const PAPER_KINDS = [
  'receipt',
  'invoice',
  'creditNote',
  'quotation',
  'order',
  'deliveryNote',
  'cashNote',
  'daySheet',
  'depositSlip',
  'reconciliation',
] as const;
export type PaperKind = (typeof PAPER_KINDS)[number];

type DocumentRoom = {
  /** What stands before its numbers: a gapless series of its own. */
  series: string;
  /** The kind of document that undoes it by turning its entry around, line by line. */
  undoneBy?: string;
  papers?: readonly PaperKind[];
  /** It stands on the sheet of its day: once that is closed, it asks. */
  onSheet?: true;
  /** Its entry takes or gives money: its day has none yet that it could be zero by. */
  takes?: true;
};

/**
 * Every kind of numbered document. The entry that a document posts is of its kind; who may make one
 * stands with the rights (`RIGHTS` of the contract).
 */
export const DOCUMENTS = {
  sale: {
    series: 'R',
    takes: true,
    onSheet: true,
    undoneBy: 'saleVoid',
    papers: ['receipt', 'invoice', 'deliveryNote'],
  },
  saleVoid: { series: 'V', takes: true, onSheet: true },
  drawerOpen: { series: 'OF', undoneBy: 'drawerOpenUndo', onSheet: true },
  drawerOpenUndo: { series: 'OG', onSheet: true },
  drawerClose: { series: 'C', onSheet: true },
  moneyOut: { series: 'PO', undoneBy: 'moneyOutUndo', papers: ['cashNote'], onSheet: true },
  moneyOutUndo: { series: 'PU', onSheet: true },
  moneyIn: {
    series: 'MI',
    takes: true,
    undoneBy: 'moneyInUndo',
    papers: ['cashNote'],
    onSheet: true,
  },
  moneyInUndo: { series: 'MU', takes: true, onSheet: true },
  drop: { series: 'DP', undoneBy: 'dropUndo', papers: ['cashNote'], onSheet: true },
  dropUndo: { series: 'DQ', onSheet: true },
  drawerToDrawer: {
    series: 'DD',
    undoneBy: 'drawerToDrawerUndo',
    papers: ['cashNote'],
    onSheet: true,
  },
  drawerToDrawerUndo: { series: 'DE', onSheet: true },
  change: { series: 'CO', undoneBy: 'changeUndo', papers: ['cashNote'], onSheet: true },
  changeUndo: { series: 'CP', onSheet: true },
  floatUp: { series: 'FL', undoneBy: 'floatUpUndo', papers: ['cashNote'], onSheet: true },
  floatUpUndo: { series: 'FM', onSheet: true },
  dayClose: { series: 'DS', papers: ['daySheet'] },
  dayReopen: { series: 'DR' },
  safeCount: { series: 'SC' },
  dayTotals: { series: 'TT' },
  dayTotalsUndo: { series: 'TU' },
  slip: { series: 'D', undoneBy: 'slipRecall', papers: ['depositSlip'] },
  slipRecall: { series: 'DU' },
  settlement: { series: 'S', undoneBy: 'settlementUndo' },
  settlementUndo: { series: 'SU' },
  batchDifference: { series: 'BD', undoneBy: 'batchDifferenceUndo' },
  batchDifferenceUndo: { series: 'BU' },
  feeAccrual: { series: 'FA', undoneBy: 'feeAccrualUndo' },
  feeAccrualUndo: { series: 'FU' },
  feeBill: { series: 'FB', undoneBy: 'feeBillUndo' },
  feeBillUndo: { series: 'FC' },
  chargeback: { series: 'CB', undoneBy: 'chargebackUndo' },
  chargebackUndo: { series: 'CV' },
  disputeLost: { series: 'CL', undoneBy: 'disputeLostUndo' },
  disputeLostUndo: { series: 'CM' },
  disputeRetold: { series: 'CR', undoneBy: 'disputeRetoldUndo' },
  disputeRetoldUndo: { series: 'CS' },
  ownTransfer: { series: 'BT', undoneBy: 'ownTransferUndo' },
  ownTransferUndo: { series: 'BV' },
  taxPayment: { series: 'TP', undoneBy: 'taxPaymentUndo' },
  taxPaymentUndo: { series: 'TQ' },
  match: { series: 'M', undoneBy: 'matchUndo' },
  matchUndo: { series: 'U' },
  cardStatement: { series: 'SD', undoneBy: 'cardStatementUndo' },
  cardStatementUndo: { series: 'SE' },
  reconciliation: { series: 'RC', papers: ['reconciliation'] },
  reconciliationReopen: { series: 'RO' },
  opening: { series: 'O', takes: true },
  bankOpening: { series: 'B' },
  creditNote: { series: 'N', papers: ['creditNote'] },
  creditExpired: { series: 'X' },
  voucherExpired: { series: 'XV' },
  chequeFound: { series: 'CF' },
  quotation: { series: 'Q', papers: ['quotation'] },
  order: { series: 'A', papers: ['order', 'deliveryNote'] },
  orderCancel: { series: 'K' },
  allocation: { series: 'L', undoneBy: 'allocationUndo' },
  allocationUndo: { series: 'LU' },
  accountStatement: { series: 'T' },
  writeOff: { series: 'W', undoneBy: 'writeOffUndo' },
  writeOffUndo: { series: 'WU' },
  openingItems: { series: 'OA' },
  itemWithdrawn: { series: 'Y' },
  lateCharge: { series: 'F' },
  chequeReturn: { series: 'H', undoneBy: 'chequeReturnUndo' },
  chequeReturnUndo: { series: 'HU' },
  chequeWriteOff: { series: 'WH' },
} as const satisfies Record<string, DocumentRoom>;
export type DocumentKind = keyof typeof DOCUMENTS;
export const DOCUMENT_KINDS = Object.keys(DOCUMENTS) as DocumentKind[];

/** Kinds whose entries take money or give it back; those of all others only move takings. */
export const TAKING_DOCUMENTS = DOCUMENT_KINDS.filter(
  (kind) => (DOCUMENTS[kind] as DocumentRoom).takes,
);

/** Kinds that stand on the sheet of their day. */
export const SHEET_DOCUMENTS = DOCUMENT_KINDS.filter(
  (kind) => (DOCUMENTS[kind] as DocumentRoom).onSheet,
);

/** The kinds that undo another. */
export type UndoingKind = Extract<
  (typeof DOCUMENTS)[DocumentKind],
  { undoneBy: string }
>['undoneBy'];

/** The document that undoes one of a kind by turning its entry around; undefined: none does. */
export const undoneBy = (kind: DocumentKind): string | undefined =>
  (DOCUMENTS[kind] as DocumentRoom).undoneBy;

/** The papers that a document is handed out as. */
export const papersOf = (kind: DocumentKind): readonly PaperKind[] =>
  (DOCUMENTS[kind] as DocumentRoom).papers ?? [];

/** A document's number as people read it: `R-123`. */
export const documentNumber = (kind: DocumentKind, number: number): string =>
  `${DOCUMENTS[kind].series}-${number}`;
