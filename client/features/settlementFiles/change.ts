import {
  MEANINGS,
  ROW_KINDS,
  type Mapping,
  type Meaning,
  type RowKind,
} from '@abacist/core/settlementMapping';

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

/** How the columns of a text are parted, as it is chosen. */
export const PARTED = {
  comma: { kind: 'delimited', delimiter: ',' },
  semicolon: { kind: 'delimited', delimiter: ';' },
  tab: { kind: 'delimited', delimiter: '\t' },
  bar: { kind: 'delimited', delimiter: '|' },
  fixed: { kind: 'fixed', starts: [0] },
} as const satisfies Record<string, Mapping['shape']>;
export type Parted = keyof typeof PARTED;

export const partedOf = ({ shape }: Mapping): Parted =>
  shape.kind === 'fixed'
    ? 'fixed'
    : ((Object.keys(PARTED) as Parted[]).find((name) => {
        const one: Mapping['shape'] = PARTED[name];
        return (
          one.kind === 'delimited' &&
          shape.kind === 'delimited' &&
          one.delimiter === shape.delimiter
        );
      }) ?? 'comma');

/** Parted otherwise, all columns are others: what they mean is to be said anew. */
export const withParted = (mapping: Mapping, parted: string): Mapping => ({
  ...mapping,
  shape: PARTED[parted as Parted],
  heads: null,
  columns: {},
});

/** Places of the first signs of columns, as they are typed: rising, from 0; null where they are not. */
export function typedStarts(text: string): number[] | null {
  const places = text
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(Number);
  const rising = places.every(
    (place, i) => Number.isInteger(place) && place <= 4_000 && place > (places[i - 1] ?? -1),
  );
  return rising && places[0] === 0 && places.length <= 200 ? places : null;
}
