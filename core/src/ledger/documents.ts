/**
 * Every kind of numbered document: what stands before its numbers, a gapless series of its own. The
 * entry that a document posts is of its kind.
 */
export const DOCUMENTS = {
  sale: { series: 'R' },
  saleVoid: { series: 'V' },
  drawerClose: { series: 'C' },
  slip: { series: 'D' },
  slipRecall: { series: 'DU' },
  settlement: { series: 'S' },
  settlementUndo: { series: 'SU' },
  batchDifference: { series: 'BD' },
  batchDifferenceUndo: { series: 'BU' },
  match: { series: 'M' },
  matchUndo: { series: 'U' },
  opening: { series: 'O' },
  bankOpening: { series: 'B' },
  creditNote: { series: 'N' },
  creditExpired: { series: 'X' },
  voucherExpired: { series: 'XV' },
  chequeFound: { series: 'CF' },
  quotation: { series: 'Q' },
  order: { series: 'A' },
  orderCancel: { series: 'K' },
  allocation: { series: 'L' },
  allocationUndo: { series: 'LU' },
  accountStatement: { series: 'T' },
  writeOff: { series: 'W' },
  writeOffUndo: { series: 'WU' },
  openingItems: { series: 'OA' },
  itemWithdrawn: { series: 'Y' },
  lateCharge: { series: 'F' },
  chequeReturn: { series: 'H' },
  chequeReturnUndo: { series: 'HU' },
  chequeWriteOff: { series: 'WH' },
} as const;
export type DocumentKind = keyof typeof DOCUMENTS;

/** A document's number as people read it: `R-123`. */
export const documentNumber = (kind: DocumentKind, number: number): string =>
  `${DOCUMENTS[kind].series}-${number}`;
