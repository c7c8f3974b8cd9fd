import { APPROVERS, mayAs, ROLES, type Role } from '.';

const ALL = Object.keys(ROLES) as Role[];

test('of any two roles one may what the other may, and not the other way round', () => {
  for (const one of ALL) {
    expect(mayAs(one, one)).toBe(true);
    for (const other of ALL.filter((role) => role !== one)) {
      expect(mayAs(one, other)).toBe(!mayAs(other, one));
    }
  }
});

test('who gives the word for others, or is bound by no allowance, signs with six digits', () => {
  for (const role of ALL) {
    const { unbound, leastPinDigits, countsBlind } = ROLES[role];
    if (unbound) expect(APPROVERS).toContain(role);
    if (APPROVERS.includes(role)) {
      expect(leastPinDigits).toBe(6);
      expect(countsBlind).toBe(false);
    }
  }
});
