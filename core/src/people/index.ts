/** Roles in rising order of what they may do and approve. */
const ROLES = ['clerk', 'bookkeeper', 'manager'] as const;
export type Role = (typeof ROLES)[number];

/** True when a person of `role` may do or approve what asks for `needed`. */
export function mayAs(role: Role, needed: Role): boolean {
  return ROLES.indexOf(role) >= ROLES.indexOf(needed);
}
