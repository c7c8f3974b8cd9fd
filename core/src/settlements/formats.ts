/* Layouts in which a processor tells what it pays: one row a kind, its reader in `readers.ts`. */

export const SETTLEMENT_FORMATS = ['csv'] as const;
export type SettlementFormat = (typeof SETTLEMENT_FORMATS)[number];

/** Which files a browser offers for each. */
export const SETTLEMENT_FILES: Record<SettlementFormat, string> = { csv: '.csv,text/csv' };
