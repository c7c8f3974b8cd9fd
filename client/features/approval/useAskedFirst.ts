import type { Approval } from '@abacist/contracts';
import type { BrokenRule } from '@abacist/core/outcome';
import { useEffect, useRef } from 'react';
import { askApproval } from './store';

/**
 * Asks for what needs an approval before anything changes hands. What was answered is for the
 * command that follows; where rules or figures change meanwhile, it is asked anew.
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
    void askApproval(asked, []).then((approval) => {
      if (approval) answered.current = { about, approval, rules: asked };
      else leave.current();
    });
  }, [about]);
  return () => (answered.current?.about === about ? answered.current : undefined);
}
