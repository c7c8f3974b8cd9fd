import { negate, sum } from '../money';
import type { Bead, Stage } from './bead';
import { potRules, WAITING, type Route } from './pots';

export type RodFacts = {
  today: string;
  date: string;
  beads: readonly Bead[];
  /** Drawers with takings of that day whose count is not closed. */
  openDrawers: number;
  /** When the last of it came home. */
  homeOn: string | null;
};

export type RodState = {
  tone: 'home' | 'waiting' | 'loose';
  code: string;
  params: Record<string, string | number>;
};

/** What a rod says of itself in one line, worst first. */
export function rodState({ beads, openDrawers, date, today, homeOn }: RodFacts): RodState {
  const loose = beads.find((bead) => bead.looseMinor !== 0);
  if (loose) {
    const { label, looseMinor } = loose;
    const code = looseMinor < 0 ? 'rod.settlementShort' : 'rod.settlementOver';
    return { tone: 'loose', code, params: { label, amountMinor: Math.abs(looseMinor) } };
  }
  if (openDrawers > 0) {
    if (date < today) return { tone: 'loose', code: 'rod.notCounted', params: {} };
    return { tone: 'waiting', code: 'rod.open', params: {} };
  }
  const of = (route: Route) => beads.filter(({ key }) => potRules(key).route === route);
  const at = (some: readonly Bead[], stages: readonly Stage[]) =>
    sum(some.flatMap(({ byStage }) => stages.map((stage) => byStage[stage])));
  for (const { route, stages, code, below = code } of WAITING) {
    // A bead may wait there though its parts, in two hands, add up to nothing.
    const there = of(route).filter(
      (bead) =>
        stages.includes(bead.stage) || stages.some((stage) => bead.byStage[stage] !== 0),
    );
    if (there.length === 0) continue;
    const amount = at(there, stages);
    const params = { amountMinor: Math.abs(amount) };
    // In two hands that add up to nothing: a slip, and a cheque that came back from it.
    if (amount === 0) return { tone: 'waiting', code: 'rod.bothWays', params: {} };
    return { tone: 'waiting', code: amount < 0 ? below : code, params };
  }
  const charged = at(of('withCustomers'), ['taken', 'sent']);
  if (charged !== 0) {
    return { tone: 'home', code: 'rod.homeButAccounts', params: { amountMinor: charged } };
  }
  const short = sum(beads.map(({ beside }) => beside.short ?? 0));
  return {
    tone: 'home',
    // No bank has seen what is home of a charge that was credited, or of an allowance.
    code: homeOn ? 'rod.home' : beads.length > 0 ? 'rod.homePlain' : 'rod.nothingTaken',
    params: { homeOn: homeOn ?? '', differenceMinor: negate(short) },
  };
}
