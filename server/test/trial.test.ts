import { audit } from '../src/audit/audit';
import { openShop, type TestShop } from './harness';
import { runTrial } from './trial/drive';
import { TrialShop } from './trial/trialShop';

/* A random fortnight recomputed by a model of its own; `npm run trial` runs any seed and length. */
const seed = Number(process.env['TRIAL_SEED'] ?? 7);
const days = Number(process.env['TRIAL_DAYS'] ?? 14);

let shop: TestShop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

test(
  `${days} days of seed ${seed}: each receipt, day and account as the model has it`,
  async () => {
    const trial = new TrialShop(shop, seed);
    await runTrial(trial, days);
    expect(trial.differences).toEqual([]);
    expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
    // It did ring every kind of document.
    const kinds = Object.keys(trial.documents).length;
    if (days >= 14) expect(kinds).toBeGreaterThan(seed === 7 ? 35 : 25);
  },
  60_000 + days * 30_000,
);
