import type { Pool } from 'mysql2/promise';
import type { Logger } from 'pino';
import type { BrokenRule } from '@abacist/core/outcome';
import type { Role } from '@abacist/core/people';
import type { Tx } from './db/transaction';
import type { Outside } from './outside/outside';
import type { ClockWatch } from './ledger/clock';
import type { Limiter } from './people/limiter';
import type { Jobs } from './workers/jobs';

/** What the server is made with. `clock` is the only source of time. */
export type Deps = {
  pool: Pool;
  clock: () => Date;
  log: Logger;
  jobs: Jobs;
  outside: Outside;
  /** Tries at a password or a PIN. */
  limiter: Limiter;
  /** Guards what persons post against a clock that is wrong. */
  clockWatch?: ClockWatch;
};

export type Actor = {
  id: number;
  name: string;
  role: Role;
  /** Of the password and role that he signed in with; any if not said. */
  authVersion?: number;
};

/** The shop as services need it. */
export type Shop = {
  id: number;
  name: string;
  currency: string;
  locale: string;
  zone: string;
  holidayRegion: string;
  cashStepMinor: number;
  pricesIncludeTax: boolean;
  taxRoundBy: 'line' | 'document';
  taxRounding: 'halfUp' | 'halfEven' | 'down';
  blindCount: boolean;
  demo: boolean;
  closedThrough: string | null;
  filedThrough: string | null;
  /** The last day whose sheet was ever closed: later ones have none. */
  lastSheet: string | null;
};

/** What a command works with: one transaction, who asks, when, and what was approved. */
export type CommandContext = {
  tx: Tx;
  now: Date;
  today: string;
  actor: Actor;
  shop: Shop;
  /** Who approves, where somebody does. */
  approverId?: number;
  /** Records the approval of broken rules. @throws HttpError when nobody approved them */
  approve: (rules: readonly BrokenRule[]) => Promise<number | null>;
  /** Where a person posts: the clock must be right. */
  clockWatch?: ClockWatch;
};
