import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils';

/** What a seal vouches for: an entry as it is stored. Amounts in minor units. */
export type SealedEntry = {
  id: number;
  date: string;
  kind: string;
  subjectId: number;
  reversesEntryId: number | null;
  userId: number;
  postedAt: string;
  memo: string;
  lines: readonly {
    position: number;
    account: string;
    amountMinor: number;
    currency: string;
    dimensions: Readonly<Record<string, number | string | null>>;
  }[];
};

/** The `previous` of the first seal. */
export const FIRST_SEAL = '0'.repeat(64);

/**
 * SHA-256 over the seal before, the journal number and the entry in one fixed writing, as 64
 * hex digits. Whoever changes a sealed entry breaks its hash, and with it every later one.
 * @param sheets hashes of day sheets that were frozen since the seal before; none leaves no trace
 */
export function sealHash(
  previous: string,
  number: number,
  entry: SealedEntry,
  sheets: readonly string[] = [],
): string {
  const lines = [...entry.lines]
    .sort((a, b) => a.position - b.position)
    .map((line) => [
      line.position,
      line.account,
      line.amountMinor,
      line.currency,
      Object.entries(line.dimensions)
        .filter(([, value]) => value !== null)
        .sort(([a], [b]) => (a < b ? -1 : 1)),
    ]);
  const text = JSON.stringify([
    previous,
    number,
    entry.id,
    entry.date,
    entry.kind,
    entry.subjectId,
    entry.reversesEntryId,
    entry.userId,
    entry.postedAt,
    entry.memo,
    lines,
    ...(sheets.length ? [sheets] : []),
  ]);
  return bytesToHex(sha256(utf8ToBytes(text)));
}
