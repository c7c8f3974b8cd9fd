import type { Shape } from '@abacist/core/tables';

/** How the columns of a text are parted, as it is chosen. */
export const PARTED = {
  comma: { kind: 'delimited', delimiter: ',' },
  semicolon: { kind: 'delimited', delimiter: ';' },
  tab: { kind: 'delimited', delimiter: '\t' },
  bar: { kind: 'delimited', delimiter: '|' },
  fixed: { kind: 'fixed', starts: [0] },
} as const satisfies Record<string, Shape>;
export type Parted = keyof typeof PARTED;

/** By which name a shape is chosen. */
export const partedOf = (shape: Shape): Parted =>
  shape.kind === 'fixed'
    ? 'fixed'
    : ((Object.keys(PARTED) as Parted[]).find((name) => {
        const one: Shape = PARTED[name];
        return (
          one.kind === 'delimited' &&
          shape.kind === 'delimited' &&
          one.delimiter === shape.delimiter
        );
      }) ?? 'comma');

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
