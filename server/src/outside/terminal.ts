import Joi from 'joi';

/** What a terminal says of a charge. */
export type ChargeState =
  { status: 'approved'; lastFour: string; authorisation: string } | { status: 'declined' };

export type Terminal = {
  /** Charges an amount. @throws Error when no answer came: it may have been charged or not */
  charge: (reference: string, amountMinor: number) => Promise<ChargeState>;
  /** What became of a charge; undefined when the terminal knows none by this reference. */
  find: (reference: string) => Promise<ChargeState | undefined>;
};

/** A person at a terminal may take his time to type a PIN. */
const PATIENCE = 60_000;

const stateSchema = Joi.alternatives(
  Joi.object({
    status: Joi.valid('approved').required(),
    lastFour: Joi.string()
      .pattern(/^\d{4}$/)
      .required(),
    authorisation: Joi.string().max(40).required(),
  }),
  Joi.object({ status: Joi.valid('declined').required() }),
);

const read = (body: unknown): ChargeState => {
  const { value, error } = stateSchema.validate(body);
  if (error) throw new Error('the terminal’s answer is not understood');
  return value as ChargeState;
};

/** A terminal that is spoken to over HTTP on the shop's own network. */
export function connectTerminal(url: string, patienceMs = PATIENCE): Terminal {
  return {
    async charge(reference, amountMinor) {
      const answer = await fetch(`${url}/charges`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ reference, amountMinor }),
        signal: AbortSignal.timeout(patienceMs),
      });
      if (!answer.ok) throw new Error(`the terminal answered ${answer.status}`);
      return read(await answer.json());
    },
    async find(reference) {
      const answer = await fetch(`${url}/charges/${reference}`, {
        signal: AbortSignal.timeout(5_000),
      });
      if (answer.status === 404) return undefined;
      if (!answer.ok) throw new Error(`the terminal answered ${answer.status}`);
      return read(await answer.json());
    },
  };
}
