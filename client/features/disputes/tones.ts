import type { DisputeState } from '@abacist/core/disputes';

/** How a dispute’s state is shown: what needs a person, what waits, what is done. */
export const STATE_TONES = {
  toAnswer: 'loose',
  answered: 'waiting',
  unknown: 'loose',
  won: 'home',
  lost: 'waiting',
  parted: 'waiting',
} as const satisfies Record<DisputeState, 'loose' | 'waiting' | 'home'>;
