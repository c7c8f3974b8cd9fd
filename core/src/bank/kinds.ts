/*
 * What the formats call the plainest kinds of lines, in the words of our own layout, so that a
 * movement is known whatever the format is.
 */

/** OFX: TRNTYPE (from memory of the specification’s list). */
export const OFX_KINDS: Record<string, string> = { DEP: 'deposit', CHECK: 'cheque' };
/** SWIFT: the three letters of field 61’s transaction type (from memory). */
export const SWIFT_KINDS: Record<string, string> = { CHK: 'cheque' };
/** BAI: type codes (from memory): 301 commercial deposit, 174 other deposit, 475 check paid. */
export const BAI_KINDS: Record<string, string> = {
  ...{ '301': 'deposit', '174': 'deposit', '475': 'cheque' },
};
