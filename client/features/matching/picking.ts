import type { LineView, MatchGroup, MovementView, StatementView } from '@abacist/contracts';
import { daysBetween } from '@abacist/core/dates';

/** What a person has picked of both sides. */
export type Picked = MatchGroup;

export const toggled = <T>(list: readonly T[], one: T): T[] =>
  list.includes(one) ? list.filter((other) => other !== one) : [...list, one];

/** What the picked lines have beyond the picked movements. Minor units; nothing: they agree. */
export function differenceOf(
  picked: Picked,
  movements: readonly Pick<MovementView, 'key' | 'amountMinor'>[],
  lines: readonly Pick<LineView, 'id' | 'amountMinor'>[],
): number {
  const ours = movements.filter(({ key }) => picked.movements.includes(key));
  const theirs = lines.filter(({ id }) => picked.lineIds.includes(id));
  const sum = (list: readonly { amountMinor: number }[]) =>
    list.reduce((total, { amountMinor }) => total + amountMinor, 0);
  return sum(theirs) - sum(ours);
}

/** One side has one member. */
export const mayMatch = ({ movements, lineIds }: Picked): boolean =>
  movements.length > 0 && (movements.length === 1 || lineIds.length === 1);

/** The one that moves just the line’s amount; none where there are several. */
export function onlyOne<T extends { amountMinor: number }>(
  list: readonly T[],
  line: { amountMinor: number },
): T[] {
  const same = list.filter(({ amountMinor }) => amountMinor === line.amountMinor);
  return same.length === 1 ? same : [];
}

/** Just the line’s amount first, then of its sign, then by nearness in date. */
export function likeliestFirst<T extends { amountMinor: number }>(
  list: readonly T[],
  line: { amountMinor: number; date: string },
  dateOf: (one: T) => string,
): T[] {
  const keyed = list.map((one) => ({
    one,
    by: [
      Number(one.amountMinor !== line.amountMinor),
      Number(one.amountMinor > 0 !== line.amountMinor > 0),
      Math.abs(daysBetween(dateOf(one), line.date)),
    ],
  }));
  return keyed
    .sort((a, b) => a.by[0]! - b.by[0]! || a.by[1]! - b.by[1]! || a.by[2]! - b.by[2]!)
    .map(({ one }) => one);
}

/** Movements and lines that nothing has matched, those of a proposal too. */
export function everythingOpen({
  openMovements,
  openLines,
  proposals,
  reserved,
}: Pick<StatementView, 'openMovements' | 'openLines' | 'proposals' | 'reserved'>) {
  const movements = [
    ...openMovements,
    ...proposals.flatMap((one) => one.movements),
    ...reserved.map(({ movement }) => movement),
  ];
  const lines = [
    ...openLines,
    ...proposals.flatMap((one) => one.lines),
    ...reserved.map(({ line }) => line),
  ];
  // Two lines may differ from one movement: it is offered once.
  return {
    movements: [...new Map(movements.map((one) => [one.key, one])).values()],
    lines: [...new Map(lines.map((one) => [one.id, one])).values()],
  };
}
