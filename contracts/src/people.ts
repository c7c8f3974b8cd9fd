import type { Role } from '@abacist/core/people';
import Joi from 'joi';
import { id } from './common';

export type SignIn = { username: string; password: string };
export const signInSchema = Joi.object<SignIn, true>({
  // Plain names only: whatever else is typed never reaches the database.
  username: Joi.string()
    .trim()
    .lowercase()
    .pattern(/^[a-z0-9][a-z0-9._-]{0,59}$/)
    .required(),
  password: Joi.string().min(1).max(200).required(),
});

/** Another person takes over at a device where someone is signed in already. */
export type SwitchPerson = { personId: number; pin: string };
export const switchPersonSchema = Joi.object<SwitchPerson, true>({
  personId: id.required(),
  pin: Joi.string()
    .pattern(/^\d{4,8}$/)
    .required(),
});

type Person = { id: number; username: string; name: string; role: Role };

export type ShopInfo = {
  name: string;
  currency: string;
  locale: string;
  zone: string;
  today: string;
  cashStepMinor: number;
  pricesIncludeTax: boolean;
  taxRoundBy: 'line' | 'document';
  taxRounding: 'halfUp' | 'halfEven' | 'down';
  blindCount: boolean;
  /** What stands outside and can be reached. */
  hasMail: boolean;
  hasPrinter: boolean;
  hasTerminal: boolean;
};

/** The answer of GET /api/session. Demo users are named in the demo only. */
export type SessionInfo = {
  person: Person | null;
  shop: ShopInfo;
  approvers: { id: number; name: string; role: Role }[];
  /** Who may take over at this device by PIN. */
  colleagues: { id: number; name: string }[];
  demoUsers: { username: string; name: string; role: Role; password: string; pin: string }[];
};

/** A sign-in or a PIN that was not right: whose, typed where. */
export type FailedTry = {
  kind: 'password' | 'pin';
  /** Null where no person has that name. */
  name: string | null;
  /** Who was signed in there, for a PIN. */
  by: string | null;
  address: string;
  triedAt: string;
};
