import type { TrailStep } from '@abacist/contracts';
import type { Bead } from '@abacist/core/days';
import { PLACES, type Place } from '@abacist/core/takings';
import { placesOf } from '../../src/takings/places';
import { cameBy, type Came } from './documents';
import type { TrialShop } from './trialShop';

/*
 * Where the money of each day is, as of every date of the trial: read from the journal’s tags, beside
 * what the documents say by their own dates, and what the model took.
 */

type Figures = Record<string, number>;
const add = (to: Figures, key: string, amount: number) => {
  to[key] = (to[key] ?? 0) + amount;
};
const nonZero = (figures: Figures) =>
  Object.entries(figures)
    .filter(([, amount]) => amount !== 0)
    .sort(([a], [b]) => (a < b ? -1 : 1));

export async function comparePlaces(trial: TrialShop, first: string): Promise<void> {
  const came = await cameBy(trial.shop);
  for (const asOf of daysOf(first, trial.today)) {
    await compareAsOf(trial, came, { from: first, to: asOf, asOf });
    await compareRods(trial, asOf);
  }
}

async function compareAsOf(
  trial: TrialShop,
  came: readonly Came[],
  span: { from: string; to: string; asOf: string },
): Promise<void> {
  const found: Figures = {};
  for (const { day, pot, place, amountMinor } of await placesOf(trial.shop.pool, span)) {
    const [kind] = pot.split(' ');
    if (kind === 'card' && (place === 'taken' || place === 'counted')) {
      add(found, `${day} ${pot} clearing`, amountMinor);
    } else if (
      kind !== 'card' &&
      kind !== 'other' &&
      kind !== 'broughtIn' &&
      ['taken', 'counted', 'sent', 'home'].includes(place)
    ) {
      add(found, `${day} ${pot} ${place}`, amountMinor);
    }
  }
  const documents: Figures = {};
  for (const { day, pot, stage, on, amount } of came) {
    if (pot !== 'broughtIn' && on <= span.asOf)
      add(documents, `${day} ${pot} ${stage}`, amount);
  }
  trial.same(`where money was on ${span.asOf}`, nonZero(found), nonZero(documents));
}

/** As of a date: each day took what the model has, and all its beads' parts add up to that. */
async function compareRods(trial: TrialShop, asOf: string): Promise<void> {
  const { rods } = (await trial.keeper.get(`/days?asOf=${asOf}&limit=100`)).body;
  const took = rods
    .filter(({ date, takenMinor }: any) => date <= asOf && takenMinor !== 0)
    .map(({ date, takenMinor }: any) => [date, takenMinor]);
  const model = Object.entries(trial.books.takenOfDay).filter(
    ([day, amount]) => day <= asOf && amount !== 0,
  );
  trial.same(
    `rods of ${asOf}`,
    took,
    model.sort(([a], [b]) => (a < b ? 1 : -1)),
  );
  for (const { date, beads } of rods) {
    for (const bead of beads as Bead[]) {
      const parts = [...Object.values(bead.byStage), ...Object.values(bead.beside)];
      const whole = parts.reduce((all, part) => all + part, 0);
      trial.same(`${date} ${bead.key} of ${asOf}: its parts`, whole, bead.takenMinor);
    }
    // The trail of each bead, as of that date and of now: its moves add up to where its money is.
    if (date >= asOf || trial.chance.to(0, 5) === 0) {
      for (const bead of beads as Bead[]) await compareTrail(trial, date, bead, asOf);
    }
  }
}

/** Where a pot's tickets put its money. */
const START: Record<string, Place> = { ownCheque: 'sent', transfer: 'sent', other: 'home' };

async function compareTrail(
  trial: TrialShop,
  date: string,
  bead: Bead,
  asOf: string,
): Promise<void> {
  const { key } = bead;
  if (key === 'onAccount') return;
  const path = `/trail/beads/${date}/${encodeURIComponent(key)}?asOf=${asOf}`;
  const { steps } = (await trial.keeper.get(path)).body as { steps: TrailStep[] };
  const what = `${date} ${key} of ${asOf}`;
  const told: Figures = {};
  const waits: Figures = {};
  add(told, START[key.split(' ')[0]!] ?? 'taken', steps[0]!.amountMinor);
  for (const { kind, from, place, amountMinor, beside } of steps) {
    if (kind === 'waiting') add(waits, place, amountMinor);
    if (from === null) continue;
    add(told, place, amountMinor);
    for (const part of beside) add(told, part.place, part.amountMinor);
    add(told, from, -amountMinor - beside.reduce((all, part) => all + part.amountMinor, 0));
  }
  const shown: Figures = { ...bead.byStage, ...bead.beside };
  trial.same(
    `${what}: waits`,
    nonZero(waits),
    nonZero(pick(shown, ['taken', 'counted', 'sent'])),
  );
  // In which batch a card is stands beside the moves: taken or counted, it is in clearing.
  for (const figures of [told, shown]) {
    if (!key.startsWith('card')) continue;
    add(figures, 'counted', figures['taken'] ?? 0);
    delete figures['taken'];
  }
  trial.same(`${what}: its trail`, nonZero(told), nonZero(pick(shown, PLACES)));
}

const pick = (figures: Figures, places: readonly string[]): Figures =>
  Object.fromEntries(places.map((place) => [place, figures[place] ?? 0]));

function daysOf(first: string, last: string): string[] {
  const days: string[] = [];
  for (let day = first; day <= last;) {
    days.push(day);
    const next = new Date(`${day}T00:00:00Z`);
    next.setUTCDate(next.getUTCDate() + 1);
    day = next.toISOString().slice(0, 10);
  }
  return days;
}
