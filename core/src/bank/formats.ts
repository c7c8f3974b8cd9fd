/* Formats of bank statements: one row a kind here, and its reader in `readers.ts`. */

export type StatementFormat = 'csv' | 'camt.053' | 'camt.052' | 'ofx' | 'mt940' | 'bai2';

/** So much of a file tells what it is. */
const TELLING = 4_000;

/** By what each is known at its beginning; whatever is none of them is read as our own CSV. */
const KNOWN_BY: readonly (readonly [StatementFormat, RegExp])[] = [
  ['ofx', /^\s*(OFXHEADER\s*:|<\?xml[^]{0,300}<\?OFX|<OFX\b)/i],
  ['camt.052', /<(\w+:)?BkToCstmrAcctRpt\b|camt\.052/],
  // Any other XML: its reader says what it misses.
  ['camt.053', /^\s*</],
  ['mt940', /^\s*(\{1:|:20:)/m],
  ['bai2', /^\s*01,/],
];

/** What a statement’s file is, by its content. */
export function recogniseStatement(text: string): StatementFormat {
  const beginning = text.slice(0, TELLING).replace(/^\uFEFF/, '');
  return KNOWN_BY.find(([, words]) => words.test(beginning))?.[0] ?? 'csv';
}
