import type { Role } from './people';

/**
 * What a decision of the core answers: a value, or the reasons why not.
 * A refusal is a value, not an exception; wording stands in the client's catalogues by `code`.
 */
export type Refusal = {
  /** What is wrong, e.g. `tender.short`. The catalogues word it and say how to mend it. */
  code: string;
  /** Where: a path of the command (`lines.2.amountMinor`) or a place in a file (`row 4, fee`). */
  at?: string;
  /** Figures for the wording. Amounts are minor units and their names end in `Minor`. */
  params?: Record<string, string | number>;
};

export type Outcome<T> = { ok: true; value: T } | { ok: false; refusals: Refusal[] };

export function accept<T>(value: T): Outcome<T> {
  return { ok: true, value };
}

export function refuse(code: string, at?: string, params?: Refusal['params']): Outcome<never> {
  return { ok: false, refusals: [{ code, ...(at && { at }), ...(params && { params }) }] };
}

/** A rule that a command breaks and that a person with the role may approve, with a reason. */
export type BrokenRule = {
  code: string;
  /** `clerk`: whoever does it says so himself. */
  approver: Role;
  /** It takes a second person: whoever asks for it can't be the one. */
  byAnother?: true;
  params?: Record<string, string | number>;
};
