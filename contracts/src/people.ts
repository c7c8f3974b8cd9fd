import type { Role } from '@abacist/core/people';
import Joi from 'joi';

export type SignIn = { username: string; password: string };
export const signInSchema = Joi.object<SignIn, true>({
  username: Joi.string().trim().lowercase().min(1).max(60).required(),
  password: Joi.string().min(1).max(200).required(),
});

export type Person = { id: number; username: string; name: string; role: Role };

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
};

/** The answer of GET /api/session. Demo users are named in the demo only. */
export type SessionInfo = {
  person: Person | null;
  shop: ShopInfo;
  approvers: { id: number; name: string; role: Role }[];
  demoUsers: { username: string; name: string; role: Role; password: string; pin: string }[];
};
