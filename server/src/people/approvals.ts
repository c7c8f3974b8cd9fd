import type { Approval } from '@abacist/contracts';
import { mayAs, type Role } from '@abacist/core/people';
import type { BrokenRule } from '@abacist/core/outcome';
import type { Actor, Deps } from '../context';
import { run } from '../db/pool';
import type { Tx } from '../db/transaction';
import { approvalNeeded } from '../http/errors';
import { isPinOf, type Stands } from './tries';

/** A person whose PIN was right, or the sender: who may approve, and why. */
export type Approver = {
  id: number;
  role: Role;
  reason: string;
  /** The rules that he saw, with their figures; all if not said. */
  saw?: Approval['rules'];
};

/**
 * Checks who approves, before the transaction (the PIN's hash is slow on purpose). A person
 * whose role suffices approves his own command with a reason; another one gives a PIN.
 * @throws HttpError 409 `approval.pin` when the PIN is wrong, 429 after too many tries
 */
export async function checkApprover(
  deps: Deps,
  actor: Actor,
  approval: Approval | undefined,
  at: Stands,
): Promise<Approver | undefined> {
  if (!approval) return undefined;
  const { approverId, pin, reason, rules: saw } = approval;
  if (approverId === undefined || approverId === actor.id) {
    return { id: actor.id, role: actor.role, reason, saw };
  }
  const found = await isPinOf(deps, approverId, pin, at);
  if (!found) throw approvalNeeded([], [{ code: 'approval.pin', at: 'approval.pin' }]);
  return { id: approverId, role: found.role, reason, saw };
}

type Seen = Approval['rules'][number];

/** The same rule with the same figures, in whatever order they stand. */
function isSame(a: Seen, b: Seen): boolean {
  const figures = ({ params = {} }: Seen) => JSON.stringify(Object.entries(params).sort());
  return a.code === b.code && figures(a) === figures(b);
}

/**
 * Records that broken rules were approved, in the command's transaction. What the approver did not
 * see, or saw with other figures, he has not approved.
 * @returns the approval's id, or null when no rule is broken
 * @throws HttpError 409 with the rules when nobody approved or the approver's role is too low
 */
export async function recordApproval(
  tx: Tx,
  rules: readonly BrokenRule[],
  approver: Approver | undefined,
  actor: Actor,
  now: Date,
): Promise<number | null> {
  if (rules.length === 0) return null;
  if (!approver) throw approvalNeeded([...rules]);
  const { saw } = approver;
  if (saw && !rules.every((rule) => saw.some((one) => isSame(one, rule)))) {
    const known = rules.some(({ code }) => saw.some((one) => one.code === code));
    throw approvalNeeded([...rules], known ? [{ code: 'approval.changed' }] : []);
  }
  const beyond = rules.filter((rule) => !mayAs(approver.role, rule.approver));
  if (approver.id === actor.id && rules.some(({ byAnother }) => byAnother)) {
    throw approvalNeeded([...rules], [{ code: 'approval.another' }]);
  }
  if (beyond.length) throw approvalNeeded([...rules], [{ code: 'approval.role' }]);
  const { insertId } = await run(
    tx,
    `INSERT INTO approval (approver_id, asked_by_id, rules, reason, approved_at)
     VALUES (?, ?, ?, ?, ?)`,
    [approver.id, actor.id, JSON.stringify(rules), approver.reason, now],
  );
  return insertId;
}
