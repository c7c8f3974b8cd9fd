import { Router, json } from 'express';

type Charge = { status: 'approved'; lastFour: string; authorisation: string };

export type MadeCharge = Charge & { reference: string; amountMinor: number };

/** So many charges a report tells at most. */
const MOST_TOLD = 5_000;

/** How the next charge ends; `byAmount`: by the last digit of its minor units. */
export type TerminalMood =
  'byAmount' | 'approve' | 'decline' | 'timeOut' | 'loseAnswer' | 'slow';

const BY_DIGIT: Record<number, TerminalMood> = { 1: 'decline', 2: 'timeOut', 3: 'loseAnswer' };

/** As long as a person looks for his card. */
const SLOW_MS = 1_500;

export type TerminalStandIn = {
  router: Router;
  /** How charges end from now on. */
  setMood: (mood: TerminalMood) => void;
  /** Every charge that was made, also one that was made twice. */
  charges: MadeCharge[];
};

/**
 * A card terminal's stand-in: approves, declines, says nothing (without charging), charges and
 * loses its answer, or charges after a while. By default an amount that ends in 1 is declined, in 2 times out, in 3 is
 * charged with its answer lost; all others are approved.
 */
export function terminalStandIn(): TerminalStandIn {
  const charges: MadeCharge[] = [];
  const declined = new Set<string>();
  let mood: TerminalMood = 'byAmount';
  const router = Router();
  router.use(json());
  router.post('/charges', (request, response) => {
    const { reference, amountMinor } = request.body as {
      reference: string;
      amountMinor: number;
    };
    const now = mood === 'byAmount' ? (BY_DIGIT[amountMinor % 10] ?? 'approve') : mood;
    if (now === 'timeOut') {
      request.socket.destroy();
      return;
    }
    if (now === 'decline') {
      declined.add(reference);
      response.json({ status: 'declined' });
      return;
    }
    const charge: Charge = {
      status: 'approved',
      lastFour: String(1000 + (charges.length % 9000)),
      authorisation: `T${String(charges.length + 1).padStart(6, '0')}`,
    };
    charges.push({ ...charge, reference, amountMinor });
    if (now === 'loseAnswer') request.socket.destroy();
    else if (now === 'slow') setTimeout(() => response.json(charge), SLOW_MS);
    else response.json(charge);
  });
  // Its report: what it charged, the newest last.
  router.get('/charges', (_request, response) => {
    response.json({
      charges: charges
        .slice(-MOST_TOLD)
        .map(({ reference, amountMinor }) => ({ reference, amountMinor })),
    });
  });
  router.get('/charges/:reference', (request, response) => {
    const { reference } = request.params;
    const charge = charges.find((one) => one.reference === reference);
    if (charge) {
      const { status, lastFour, authorisation } = charge;
      response.json({ status, lastFour, authorisation });
    } else if (declined.has(reference)) response.json({ status: 'declined' });
    else response.status(404).end();
  });
  return { router, setMood: (next) => (mood = next), charges };
}
