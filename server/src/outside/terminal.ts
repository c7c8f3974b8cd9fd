import Joi from 'joi';

/** What a terminal says of a charge. */
export type ChargeState =
  { status: 'approved'; lastFour: string; authorisation: string } | { status: 'declined' };

/** A charge in a terminal's report. */
type ReportedCharge = { reference: string; amountMinor: number };

export type Terminal = {
  /** Charges an amount. @throws Error when no answer came: it may have been charged or not */
  charge: (reference: string, amountMinor: number) => Promise<ChargeState>;
  /** What became of a charge; undefined when the terminal knows none by this reference. */
  find: (reference: string) => Promise<ChargeState | undefined>;
  /** Its report: every charge that it made, by reference; minor units. @throws Error when none came */
  report: () => Promise<ReportedCharge[]>;
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

const reportSchema = Joi.object({
  charges: Joi.array()
    .items(
      Joi.object({
        reference: Joi.string().max(60).required(),
        amountMinor: Joi.number().strict().integer().required(),
      }).unknown(true),
    )
    .max(20_000)
    .required(),
}).unknown(true);

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
    async report() {
      const answer = await fetch(`${url}/charges`, { signal: AbortSignal.timeout(8_000) });
      if (!answer.ok) throw new Error(`the terminal answered ${answer.status}`);
      const { value, error } = reportSchema.validate(await answer.json());
      if (error) throw new Error('the terminal’s report is not understood');
      return (value as { charges: ReportedCharge[] }).charges;
    },
  };
}
