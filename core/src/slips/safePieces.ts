import { countTotal, type DenominationCount } from '../money';

/** What changed the cash of the safe, in the order of time. Minor units. */
export type SafeChange = {
  /** The document that did it. */
  number: string;
  /** How much more cash lies there (+) or less (−). */
  amountMinor: number;
  /** The pieces of it; null where nobody counted them. */
  pieces: DenominationCount | null;
  /** A count of the safe: these pieces are all there is. */
  counts?: true;
};

export type SafePieces = {
  /** Pieces by denomination; null where they are not known. */
  pieces: Record<string, number> | null;
  /** The document from which on they are not known; empty: longer than anybody looks back. */
  unknownSince: string | null;
};

/**
 * The pieces in the safe: of the last count of it, or of an empty safe, and of everything since, as long as each was
 * counted. Where a document moved cash uncounted, or took pieces that are not there, they are not known from it on.
 * @param nowMinor what the ledger has of the safe's cash: pieces that come to another sum are not known either
 */
export function safePieces(changes: readonly SafeChange[], nowMinor: number): SafePieces {
  // What was there before the first of them: nothing, unless more happened than is told here.
  let cashMinor =
    nowMinor - changes.reduce((total, { amountMinor }) => total + amountMinor, 0);
  let pieces: Record<string, number> | null = cashMinor === 0 ? {} : null;
  let unknownSince: string | null = pieces ? null : '';
  for (const { number, amountMinor, pieces: moved, counts } of changes) {
    cashMinor += amountMinor;
    const all = counts && countTotal(moved!) === cashMinor;
    if (all || cashMinor === 0) {
      pieces = all ? { ...moved } : {};
      unknownSince = null;
      continue;
    }
    if (pieces === null || amountMinor === 0) continue;
    const after: Record<string, number> | null =
      moved && added(pieces, moved, amountMinor < 0 ? -1 : 1);
    if (after && countTotal(after) === cashMinor) {
      pieces = after;
      continue;
    }
    pieces = null;
    unknownSince = number;
  }
  return { pieces: pieces && withoutNone(pieces), unknownSince };
}

const withoutNone = (count: Record<string, number>) =>
  Object.fromEntries(Object.entries(count).filter(([, pieces]) => pieces > 0));

/** null: more of a piece would leave than is there. */
function added(
  to: DenominationCount,
  moved: DenominationCount,
  sign: 1 | -1,
): Record<string, number> | null {
  const after: Record<string, number> = { ...to };
  for (const [value, pieces] of Object.entries(moved))
    after[value] = (after[value] ?? 0) + sign * pieces;
  return Object.values(after).some((pieces) => pieces < 0) ? null : after;
}
