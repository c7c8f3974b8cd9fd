import { placesOf } from '../../src/takings/places';
import { documentParts } from './documents';
import type { TrialShop } from './trialShop';

/*
 * Where the money of each day is, read from the journal’s tags, beside what the statements over
 * documents say: they agree on whatever is on its way, and by day and pot nothing is lost. Two
 * things those statements do not know: a bag that the bank counted differently brought home what the
 * bank found, and a cheque that came back is not home.
 */

const STAGES = ['taken', 'counted', 'sent', 'home'] as const;

export async function comparePlaces(trial: TrialShop, first: string): Promise<void> {
  const span = { from: first, to: trial.today };
  const [places, parts] = await Promise.all([
    placesOf(trial.shop.pool, span),
    documentParts(trial.shop, span),
  ]);
  const found: Record<string, number> = {};
  const took: Record<string, number> = {};
  const add = (to: Record<string, number>, key: string, amount: number) => {
    to[key] = (to[key] ?? 0) + amount;
  };
  for (const { day, pot, place, amountMinor } of places) {
    add(took, day, pot === 'broughtIn' ? 0 : amountMinor);
    const [kind] = pot.split(' ');
    if (kind === 'cash' || kind === 'cheque' || kind === 'transfer' || kind === 'ownCheque') {
      if ((STAGES as readonly string[]).includes(place))
        add(found, `${day} ${kind} ${place}`, amountMinor);
    }
  }
  const documents: Record<string, number> = {};
  for (const { date, pot, stage, amountMinor } of parts) {
    add(documents, `${date} ${pot} ${stage}`, amountMinor);
  }
  const bags = await trial.shop.all<{ day: string; over: number }>(
    `SELECT e.takings_day AS day, g.bag_difference_minor AS \`over\`
     FROM match_group g
     JOIN entry e ON e.kind = 'match' AND e.subject_id = g.id
     LEFT JOIN match_undo u ON u.match_group_id = g.id
     WHERE u.id IS NULL AND g.bag_difference_minor <> 0`,
  );
  for (const { day, over } of bags) add(documents, `${day} cash home`, over);
  const returned = await trial.shop.all<{ day: string; amount: number; home: number }>(
    `SELECT q.taken_on AS day, q.amount_minor AS amount, r.match_group_id IS NOT NULL AS home
     FROM returned_cheque r JOIN cheque q ON q.id = r.cheque_id WHERE r.standing`,
  );
  for (const { day, amount, home } of returned) {
    add(documents, `${day} cheque ${home ? 'home' : 'sent'}`, -amount);
  }
  const nonZero = (figures: Record<string, number>) =>
    Object.entries(figures)
      .filter(([, amount]) => amount !== 0)
      .sort(([a], [b]) => (a < b ? -1 : 1));
  trial.same('where cash, cheques and transfers are', nonZero(found), nonZero(documents));
  for (const [day, taken] of Object.entries(trial.books.takenOfDay)) {
    const charged = trial.books.chargedOfDay[day] ?? 0;
    trial.same(`${day}: took`, took[day] ?? 0, taken - charged);
  }
}

/** What a trail says that waits is what its bead says, at each stage, for every bead. */
export async function compareTrails(trial: TrialShop): Promise<void> {
  for (const day of Object.keys(trial.books.takenOfDay)) {
    const { beads } = (await trial.keeper.get(`/days/${day}`)).body;
    for (const { key, byStage } of beads) {
      if (key === 'onAccount' || key === 'other') continue;
      const path = `/trail/beads/${day}/${encodeURIComponent(key)}`;
      const { steps } = (await trial.keeper.get(path)).body;
      const waits: Record<string, number> = { taken: 0, counted: 0, sent: 0 };
      for (const { kind, stage, amountMinor } of steps) {
        if (kind === 'waiting') waits[stage]! += amountMinor;
      }
      const { taken, counted, sent } = byStage;
      trial.same(`${day} ${key}: its trail`, waits, { taken, counted, sent });
      const home = steps
        .filter(({ kind }: any) => kind === 'line')
        .reduce((total: number, { amountMinor }: any) => total + amountMinor, 0);
      // Of what was sent, the fee of the day was spent, and the rest came home or is under way.
      const sentSteps = steps.filter(({ kind }: any) => kind === 'settlement');
      if (sentSteps.length > 0) {
        const gross = sentSteps.reduce((all: number, step: any) => all + step.amountMinor, 0);
        const fees = sentSteps.reduce(
          (all: number, step: any) => all + step.note.params.feeMinor,
          0,
        );
        trial.same(`${day} ${key}: less its fees`, gross - fees, byStage.sent + byStage.home);
      }
      // A line that shows that a cheque came back stands among them, with what left again.
      trial.same(`${day} ${key}: home by its trail`, home, byStage.home);
    }
  }
}
