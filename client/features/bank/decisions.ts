import type { LineView, Proposal, StatementView } from '@abacist/contracts';

/** One thing of the statement that a person decides. */
export type Decision = { key: string } & (
  | { kind: 'proposal'; proposal: Proposal }
  | { kind: 'taught'; lines: LineView[] }
  | { kind: 'reserved'; reserved: StatementView['reserved'][number] }
  | { kind: 'open'; line: LineView }
);

/**
 * What waits for a person, in the order in which it is quickest done: what is proposed, what rules explain
 * (by one act), what differs from what it names, lines that nobody knows, those last that ask again on a later day.
 * Each line stands in just one of them.
 */
export function decisionsOf(
  {
    proposals,
    reserved,
    openLines,
  }: Pick<StatementView, 'proposals' | 'reserved' | 'openLines'>,
  today: string,
): Decision[] {
  const taught = openLines.filter((line) => line.taught !== null);
  const unknown = openLines.filter((line) => line.taught === null);
  const waits = ({ note }: LineView) => note !== null && note.askOn > today;
  return [
    ...proposals.map((proposal): Decision => ({
      key: `proposal ${proposal.lines.map(({ id }) => id).join(' ')}`,
      kind: 'proposal',
      proposal,
    })),
    ...(taught.length ? [{ key: 'taught', kind: 'taught' as const, lines: taught }] : []),
    ...reserved.map((one): Decision => ({
      key: `reserved ${one.line.id} ${one.movement.key}`,
      kind: 'reserved',
      reserved: one,
    })),
    ...[...unknown.filter((line) => !waits(line)), ...unknown.filter(waits)].map(
      (line): Decision => ({ key: `open ${line.id}`, kind: 'open', line }),
    ),
  ];
}

/**
 * Where a person is among what waits: at what was shown; once that is decided, at what stands in its place now.
 * @returns an index of `all`, or 0 if nothing waits
 */
export function placeIn(
  all: readonly { key: string }[],
  shown: { key: string; index: number } | null,
): number {
  const found = all.findIndex(({ key }) => key === shown?.key);
  if (found >= 0) return found;
  return Math.max(0, Math.min(shown?.index ?? 0, all.length - 1));
}
