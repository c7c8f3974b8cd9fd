import type { Approval } from '@abacist/contracts';
import type { BrokenRule, Refusal } from '@abacist/core/outcome';
import { useEffect, useRef } from 'react';
import { ApiError, request } from '~/api/http';
import { askApproval } from './store';

/**
 * Asks for what needs an approval before anything changes hands, until its PIN is known to be
 * right. What was answered is for the command that follows; where rules or figures change
 * meanwhile, it is asked anew.
 * @param left when nobody approved
 */
export function useAskedFirst(rules: BrokenRule[], left: () => void) {
  const answered = useRef<{ about: string; approval: Approval; rules: BrokenRule[] }>(null);
  const asking = useRef('');
  const leave = useRef(left);
  const about = rules.length ? JSON.stringify(rules) : '';
  useEffect(() => {
    leave.current = left;
  });
  useEffect(() => {
    if (!about || asking.current === about) return;
    asking.current = about;
    const asked = JSON.parse(about) as BrokenRule[];
    void askApproval(asked, [], undefined, wrongWith).then((approval) => {
      if (approval) answered.current = { about, approval, rules: asked };
      else leave.current();
    });
  }, [about]);
  return () => (answered.current?.about === about ? answered.current : undefined);
}

/** What the server says against an approval; nothing where it can't be asked: it will be then. */
async function wrongWith(approval: Approval): Promise<Refusal[]> {
  try {
    await request('POST', '/approvals/check', approval);
    return [];
  } catch (error) {
    if (error instanceof ApiError && error.status >= 400 && error.status < 500) {
      return error.body.refusals;
    }
    return [];
  }
}
