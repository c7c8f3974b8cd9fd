import { Denomination } from './Denomination';
import type { Entry } from './entry';

/** What is counted by single pieces, a row a denomination: of a float, a safe, a slip. */
export function Pieces({
  denominations,
  entries,
  onType,
}: {
  denominations: readonly number[];
  entries: Readonly<Record<string, Entry>>;
  /** A denomination as it is typed now. */
  onType: (denomination: number, entry: Entry) => void;
}) {
  return denominations.map((value) => (
    <Denomination
      key={value}
      value={value}
      way="pieces"
      entry={entries[value] ?? {}}
      onType={(typed) => onType(value, { ...entries[value], ...typed })}
    />
  ));
}
