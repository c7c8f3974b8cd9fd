import { MOVEMENT_KINDS, MOVEMENTS, type MovementKind } from '../movements';

/** A rule taught by a person: lines whose text holds `contains` are of this kind and party. */
export type LineRule = { contains: string; kind: MovementKind; party: string };

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
    kind && MOVEMENTS[kind].numbersAreCheques
      ? [...line.references, ...line.text.split(/\s+/)].filter((word) =>
          /^\d{1,12}$/.test(word),
        )
      : [];
  return [...new Set([...named.map(([, number]) => number!), ...bare].map(chequeReference))];
}

/** Kind and party of a line as far as a bank code or a taught rule names them. */
export function classifyLine(
  line: { text: string; bankCode: string },
  rules: readonly LineRule[],
): { kind?: MovementKind; party?: string } {
  const text = line.text.toLowerCase();
  const rule = rules.find(({ contains }) => contains && text.includes(contains.toLowerCase()));
  if (rule) return { kind: rule.kind, party: rule.party };
  const kind = MOVEMENT_KINDS.find((one) =>
    MOVEMENTS[one].codes.some((code) => line.bankCode.startsWith(code)),
  );
  if (!kind) return {};
  const { party } = MOVEMENTS[kind];
  return { kind, ...(party && { party }) };
}
