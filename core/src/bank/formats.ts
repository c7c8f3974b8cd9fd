/* Formats of bank statements: one row a kind, and its reader in `readers.ts`. */

export const STATEMENT_FORMATS = ['csv', 'camt.053'] as const;
export type StatementFormat = (typeof STATEMENT_FORMATS)[number];

/** What a person picks: what it is called, and which files a browser offers. */
export const PICKED: Record<StatementFormat, { name: string; accept: string }> = {
  csv: { name: 'CSV', accept: '.csv,text/csv' },
  'camt.053': { name: 'camt.053', accept: '.xml,application/xml,text/xml' },
};
