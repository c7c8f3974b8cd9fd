/** What goes with a role. */
type RoleRoom = {
  /** Each may do, and approve, what those below may. */
  rank: number;
  /** Of the PIN with which it signs and approves. */
  leastPinDigits: 4 | 6;
  /** It is asked for its word where a rule wants more than the one at the counter. */
  approves: boolean;
  /** Where the shop counts blind: it is not told what a drawer should hold. */
  countsBlind: boolean;
  /** No allowance binds it: it takes off and writes off without another's word. */
  unbound: boolean;
};

/** Every role of a shop's people. */
export const ROLES = {
  clerk: { rank: 0, leastPinDigits: 4, approves: false, countsBlind: true, unbound: false },
  bookkeeper: {
    rank: 1,
    leastPinDigits: 6,
    approves: true,
    countsBlind: false,
    unbound: false,
  },
  manager: { rank: 2, leastPinDigits: 6, approves: true, countsBlind: false, unbound: true },
} as const satisfies Record<string, RoleRoom>;
export type Role = keyof typeof ROLES;

/** The roles that give their word for others. */
export const APPROVERS = (Object.keys(ROLES) as Role[]).filter((role) => ROLES[role].approves);

/** True when a person of `role` may do or approve what asks for `needed`. */
export function mayAs(role: Role, needed: Role): boolean {
  return ROLES[role].rank >= ROLES[needed].rank;
}
