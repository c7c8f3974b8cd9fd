import type { IsoDate } from '../dates';
import { accept, refuse, type Outcome } from '../outcome';

/** What is known of a day that is to be closed. */
export type ClosingFacts = {
  date: IsoDate;
  today: IsoDate;
  /** Whether anything was rung, paid or counted on it. */
  anything: boolean;
  standing: boolean;
  /** Drawers that took money on it and are not counted, by their names. */
  uncounted: readonly string[];
  /** Tickets that were parked by then and are not paid. */
  parked: number;
  /** Charges at a terminal whose answer nobody knows, or that no ticket took. */
  unknownCharges: number;
  /** Counts that differ and have no note, by their drawers. */
  unexplained: readonly string[];
  /** Cheques that no count found, by their numbers. */
  missingCheques: readonly string[];
  /** Cards whose terminal said otherwise, by their names. */
  cardsApart: readonly string[];
};

type Check = {
  /** A day is not closed while it is open. */
  blocks: boolean;
  /** What is open of it: names, or as many blanks as there are. */
  open: (facts: ClosingFacts) => readonly string[];
};

const so = (count: number): string[] => Array.from({ length: count }, () => '');

/** What is looked at before a day is closed: one row each, in the order in which it is done. */
const CHECKS = {
  counted: { blocks: true, open: ({ uncounted }) => uncounted },
  paid: { blocks: true, open: ({ parked }) => so(parked) },
  charges: { blocks: true, open: ({ unknownCharges }) => so(unknownCharges) },
  differences: { blocks: false, open: ({ unexplained }) => unexplained },
  cheques: { blocks: false, open: ({ missingCheques }) => missingCheques },
  cards: { blocks: false, open: ({ cardsApart }) => cardsApart },
} as const satisfies Record<string, Check>;
type ClosingCheck = keyof typeof CHECKS;
const CLOSING_CHECKS = Object.keys(CHECKS) as ClosingCheck[];

/** A row of the checklist: what is open of it, and whether that keeps the day open. */
export type CheckRow = {
  code: ClosingCheck;
  state: 'done' | 'open' | 'blocks';
  count: number;
  names: string[];
};

/** The checklist of a day, which fills itself. */
export const closingChecks = (facts: ClosingFacts): CheckRow[] =>
  CLOSING_CHECKS.map((code) => {
    const { blocks, open } = CHECKS[code] as Check;
    const left = open(facts);
    return {
      code,
      state: left.length === 0 ? 'done' : blocks ? 'blocks' : 'open',
      count: left.length,
      names: left.filter(Boolean),
    };
  });

/**
 * Whether a day may be closed: its sheet is frozen then. Refusals: `closing.future`, `closing.nothing`,
 * `closing.already`, `closing.counted` (names), `closing.paid` (count), `closing.charges` (count).
 */
export function decideDayClose(facts: ClosingFacts): Outcome<CheckRow[]> {
  if (facts.date > facts.today) return refuse('closing.future', 'date');
  if (facts.standing) return refuse('closing.already');
  if (!facts.anything) return refuse('closing.nothing', 'date');
  const checks = closingChecks(facts);
  const [blocked] = checks.filter(({ state }) => state === 'blocks');
  if (!blocked) return accept(checks);
  const { code, count, names } = blocked;
  return refuse(`closing.${code}`, undefined, { count, names: names.join(', ') });
}
