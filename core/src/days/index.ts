import { minor, sum, type Minor } from '../money';

/** How far a bead has come, in order. */
export const STAGES = ['taken', 'counted', 'sent', 'home'] as const;
export type Stage = (typeof STAGES)[number];

export type BeadShape = 'cash' | 'cheque' | 'card' | 'other' | 'onAccount';

/** A part of a day's pot at one stage. Minor units. */
export type BeadPart = { stage: Stage; amountMinor: number };

export type Bead = {
  /**
   * `cash`, `cheque`, `transfer`, `ownCheque` (below zero: money given back), `card:` and the scheme, or
   * `other`: what was allowed or spent at the sale, which has nowhere further to go. `onAccount`
   * rests with the customers and does not hold its day back.
   */
  key: string;
  shape: BeadShape;
  label: string;
  takenMinor: Minor;
  stage: Stage;
  byStage: Record<Stage, Minor>;
  /** What does not tie about it: the settlements' figures less the till's; 0 ties. */
  looseMinor: Minor;
};

/**
 * A bead stands where its last part stands: it is at a stage when all of it has come that far.
 * @param parts what the day's pot came to by stage; zero parts do not hold it back
 */
export function makeBead(
  given: Pick<Bead, 'key' | 'shape' | 'label'> & { takenMinor: number; looseMinor: number },
  parts: readonly BeadPart[],
): Bead {
  const byStage = Object.fromEntries(
    STAGES.map((stage) => [
      stage,
      sum(parts.filter((part) => part.stage === stage).map((part) => part.amountMinor)),
    ]),
  ) as Record<Stage, Minor>;
  const stage = STAGES.find((name) => byStage[name] !== 0) ?? 'home';
  return {
    ...given,
    takenMinor: minor(given.takenMinor),
    looseMinor: minor(given.looseMinor),
    stage,
    byStage,
  };
}

export type RodFacts = {
  today: string;
  date: string;
  beads: readonly Bead[];
  /** Drawers with takings of that day whose count is not closed. */
  openDrawers: number;
  /** counted − expected of the day's closes. */
  differenceMinor: number;
  /** When the last of it came home. */
  homeOn: string | null;
};

export type RodState = {
  tone: 'home' | 'waiting' | 'loose';
  code: string;
  params: Record<string, string | number>;
};

/** What a rod says of itself in one line, worst first. */
export function rodState(facts: RodFacts): RodState {
  const { beads, openDrawers, date, today } = facts;
  const waiting = (code: string, params: RodState['params'] = {}): RodState => ({
    tone: 'waiting',
    code,
    params,
  });
  const loose = beads.find((bead) => bead.looseMinor !== 0);
  if (loose) {
    const { label, looseMinor } = loose;
    const code = looseMinor < 0 ? 'rod.settlementShort' : 'rod.settlementOver';
    return { tone: 'loose', code, params: { label, amountMinor: Math.abs(looseMinor) } };
  }
  if (openDrawers > 0) {
    if (date < today) return { tone: 'loose', code: 'rod.notCounted', params: {} };
    return waiting('rod.open');
  }
  const pot = ({ key, shape }: Bead) =>
    key === 'ownCheque' || key === 'onAccount' || key === 'transfer'
      ? key
      : shape === 'card'
        ? 'card'
        : 'cash';
  const at = (wanted: ReturnType<typeof pot>, stage: Stage) =>
    sum(beads.filter((bead) => pot(bead) === wanted).map((bead) => bead.byStage[stage]));
  const inSafe = at('cash', 'counted');
  if (inSafe !== 0) return waiting('rod.inSafe', { amountMinor: inSafe });
  const slip = at('cash', 'sent');
  if (slip !== 0) return waiting('rod.slipSent', { amountMinor: slip });
  const unsettled = sum([at('card', 'taken'), at('card', 'counted')]);
  if (unsettled !== 0) return waiting('rod.cardsUnsettled', { amountMinor: unsettled });
  const settled = at('card', 'sent');
  if (settled !== 0) return waiting('rod.cardsSent', { amountMinor: settled });
  const written = at('ownCheque', 'sent');
  if (written !== 0) return waiting('rod.chequesOut', { amountMinor: -written });
  const transfers = at('transfer', 'sent');
  if (transfers !== 0) return waiting('rod.transfersSent', { amountMinor: transfers });
  const charged = sum([at('onAccount', 'taken'), at('onAccount', 'sent')]);
  if (charged !== 0) {
    return { tone: 'home', code: 'rod.homeButAccounts', params: { amountMinor: charged } };
  }
  return {
    tone: 'home',
    code: facts.homeOn ? 'rod.home' : 'rod.nothingTaken',
    params: { homeOn: facts.homeOn ?? '', differenceMinor: facts.differenceMinor },
  };
}
