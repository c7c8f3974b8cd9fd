/** What a statement line is about: the kinds that movements have. */
export type MovementKind = 'deposit' | 'settlement';

/** A rule taught by a person: lines whose text holds `contains` are of this kind and party. */
export type LineRule = { contains: string; kind: MovementKind; party: string };

/** The party of every deposit slip: the shop itself, at the bank's counter. */
export const DEPOSITS = 'deposits';

/**
 * Kinds by the bank's own code: the words of the CSV layout, and ISO 20022's external bank
 * transaction codes for counter deposits and merchant card settlements (from memory).
 */
const KIND_OF_CODE: readonly [prefix: string, kind: MovementKind][] = [
  ['deposit', 'deposit'],
  ['card', 'settlement'],
  ['PMNT/CNTR/CDPT', 'deposit'],
  ['PMNT/CNTR/CHKD', 'deposit'],
  ['PMNT/MCRD', 'settlement'],
];

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
  return kind === 'deposit' ? { kind, party: DEPOSITS } : { kind };
}
