import {
  MEANINGS,
  ROW_KINDS,
  type Mapping,
  type Meaning,
  type RowKind,
} from '@abacist/core/settlementMapping';
import { PARTED, type Parted } from '~/features/tables';

export const NOTHING = 'none';

/** What a column means by a mapping. */
export const meaningOf = ({ columns }: Mapping, column: number): Meaning | typeof NOTHING =>
  MEANINGS.find((meaning) => columns[meaning] === column) ?? NOTHING;

/** A column means something else: what it meant is free, and no two columns mean the same. */
export function withMeaning(mapping: Mapping, column: number, meaning: string): Mapping {
  const columns = Object.fromEntries(
    Object.entries(mapping.columns).filter(([name, at]) => at !== column && name !== meaning),
  ) as Mapping['columns'];
  return MEANINGS.includes(meaning as Meaning)
    ? { ...mapping, columns: { ...columns, [meaning]: column } }
    : { ...mapping, columns };
}

/** What rows of a word are; of all others, where no word is given. */
export function withKind(mapping: Mapping, word: string | null, chosen: string): Mapping {
  const kind = ROW_KINDS.find((one) => one === chosen) ?? 'leftOut';
  const { kinds } = mapping;
  return {
    ...mapping,
    kinds:
      word === null
        ? { ...kinds, otherwise: kind }
        : { ...kinds, values: { ...kinds.values, [word.toLowerCase()]: kind } },
  };
}

export const kindOf = ({ kinds }: Mapping, word: string): RowKind =>
  kinds.values[word.toLowerCase()] ?? kinds.otherwise;

/** Which scheme of the shop a word stands for; itself, where it is none of them. */
export const withScheme = (mapping: Mapping, word: string, scheme: string): Mapping => ({
  ...mapping,
  schemes: { ...mapping.schemes, [word]: scheme },
});

/** Parted otherwise, all columns are others: what they mean is to be said anew. */
export const withParted = (mapping: Mapping, parted: string): Mapping => ({
  ...mapping,
  shape: PARTED[parted as Parted],
  heads: null,
  columns: {},
});
