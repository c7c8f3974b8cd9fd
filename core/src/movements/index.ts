/* What moves at the bank: one row a kind. */

export const MOVEMENT_KINDS = [
  'slip',
  'settlement',
  'ownCheque',
  'transfer',
  'returnedCheque',
  'bankMoney',
  'feeBill',
  'chargeback',
  'ownTransfer',
  'taxPayment',
] as const;
/** What a movement is, and what a statement line may be about. */
export type MovementKind = (typeof MOVEMENT_KINDS)[number];

/** The party of every deposit slip: the shop itself, at the bank's counter. */
export const SLIP_PARTY = 'slips';

/** The party of every cheque that the shop wrote: its own cheque book. */
export const CHEQUE_BOOK = 'cheque book';

/** Whether a party is a processor: what it pays and what it takes back may come in one line. */
export const isOfProcessor = (party: string): boolean => party.startsWith('processor ');

type MovementRules = {
  /**
   * How many banking days around its due date it may be booked. A line outside every window is no
   * candidate.
   */
  window: { before: number; after: number };
  /**
   * The bank's own codes of its lines, or how they begin: the words of the CSV layout, and ISO
   * 20022's external bank transaction codes (from memory).
   */
  codes: readonly string[];
  /** Who all of them are from, where there is only one. */
  party?: string;
  /** Its line's bare numbers may be those of our cheques. */
  numbersAreCheques?: true;
};

export const MOVEMENTS: Record<MovementKind, MovementRules> = {
  slip: {
    window: { before: 0, after: 3 },
    codes: ['deposit', 'PMNT/CNTR/CDPT', 'PMNT/CNTR/CHKD'],
    party: SLIP_PARTY,
  },
  settlement: { window: { before: 1, after: 3 }, codes: ['card', 'PMNT/MCRD'] },
  ownCheque: {
    // A cheque may be cashed for about half a year (common practice).
    window: { before: 0, after: 130 },
    codes: ['cheque', 'PMNT/ICHQ'],
    party: CHEQUE_BOOK,
    numbersAreCheques: true,
  },
  // A customer's bank transfer, and a cheque that was deposited and came back: both are recorded
  // when someone tells of them, often after the bank has booked them.
  transfer: { window: { before: 10, after: 5 }, codes: [] },
  returnedCheque: { window: { before: 10, after: 5 }, codes: [] },
  // An expense that the bank pays, or other money that it takes: recorded before the bank books it, or after.
  bankMoney: { window: { before: 10, after: 10 }, codes: [] },
  // A processor debits what it bills when it likes, mostly soon after.
  feeBill: { window: { before: 3, after: 10 }, codes: [] },
  // What the bank debits for a disputed card is recorded from its line: the day is the line's.
  chargeback: { window: { before: 5, after: 5 }, codes: [] },
  // Either end may be told of first; the other bank takes a day or two.
  ownTransfer: { window: { before: 5, after: 5 }, codes: [] },
  taxPayment: { window: { before: 10, after: 10 }, codes: ['PMNT/ICDT/TAXE'] },
};

/** What of our books can be found on a statement: `slip 12`, `settlement 3`. */
export const movementKey = (kind: MovementKind, id: number): string => `${kind} ${id}`;

/** A movement's key as its kind and id. @throws Error of what is none */
export function parseMovement(key: string): { kind: MovementKind; id: number } {
  const [word, id] = key.split(' ');
  const kind = MOVEMENT_KINDS.find((one) => one === word);
  if (!kind || !Number.isSafeInteger(Number(id))) throw new Error(`no movement: ${key}`);
  return { kind, id: Number(id) };
}
