/** What a statement line is about: the kinds that movements have. */
export type MovementKind =
  | 'deposit'
  | 'settlement'
  | 'ownCheque'
  /** A customer's bank transfer. */
  | 'transfer'
  /** A cheque that was deposited and came back. */
  | 'returnedCheque';

/** A rule taught by a person: lines whose text holds `contains` are of this kind and party. */
export type LineRule = { contains: string; kind: MovementKind; party: string };

/** The party of every deposit slip: the shop itself, at the bank's counter. */
export const DEPOSITS = 'deposits';

/** The party of every cheque that the shop wrote: its own cheque book. */
export const CHEQUE_BOOK = 'cheque book';

/** How a cheque of ours is named by a movement and by a line: its number without leading zeros. */
export const chequeReference = (number: string) => `CHEQUE${number.replace(/^0+/, '')}`;

/**
 * References to cheques of ours in a line: a number behind the word for a cheque, and, where the
 * bank's code says that the line is one, each number of digits alone. A number without either
 * says nothing: it may be a branch or a date.
 */
export function chequeReferences(
  line: { text: string; references: readonly string[] },
  kind: MovementKind | undefined,
): string[] {
  const named = [
    ...line.text.matchAll(/\b(?:cheque|check|chq|chk)\b\W*(?:no\b\W*)?(\d{1,12})\b/gi),
  ];
  const bare =
    kind === 'ownCheque'
      ? [...line.references, ...line.text.split(/\s+/)].filter((word) =>
          /^\d{1,12}$/.test(word),
        )
      : [];
  return [...new Set([...named.map(([, number]) => number!), ...bare].map(chequeReference))];
}

/**
 * Kinds by the bank's own code: the words of the CSV layout, and ISO 20022's external bank
 * transaction codes for counter deposits, merchant card settlements and issued cheques (from
 * memory).
 */
const KIND_OF_CODE: readonly [prefix: string, kind: MovementKind][] = [
  ['deposit', 'deposit'],
  ['card', 'settlement'],
  ['cheque', 'ownCheque'],
  ['PMNT/CNTR/CDPT', 'deposit'],
  ['PMNT/CNTR/CHKD', 'deposit'],
  ['PMNT/MCRD', 'settlement'],
  ['PMNT/ICHQ', 'ownCheque'],
];

/** Who a line of a kind is from, where there is only one. */
const PARTY_OF_KIND: Partial<Record<MovementKind, { party: string }>> = {
  deposit: { party: DEPOSITS },
  ownCheque: { party: CHEQUE_BOOK },
};

/** Kind and party of a line as far as a bank code or a taught rule names them. */
export function classifyLine(
  line: { text: string; bankCode: string },
  rules: readonly LineRule[],
): { kind?: MovementKind; party?: string } {
  const text = line.text.toLowerCase();
  const rule = rules.find(({ contains }) => contains && text.includes(contains.toLowerCase()));
  if (rule) return { kind: rule.kind, party: rule.party };
  const kind = KIND_OF_CODE.find(([prefix]) => line.bankCode.startsWith(prefix))?.[1];
  if (!kind) return {};
  return { kind, ...PARTY_OF_KIND[kind] };
}
