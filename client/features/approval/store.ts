import type { Approval } from '@abacist/contracts';
import type { BrokenRule, Refusal } from '@abacist/core/outcome';
import { create } from 'zustand';

type Asked = {
  rules: BrokenRule[];
  refusals: Refusal[];
  /** What was answered before, where it did not do: only what is wrong is typed again. */
  before: Approval | undefined;
  /** What was answered is being looked at: nothing goes on until it is known to be right. */
  checking: boolean;
  answer: (approval: Approval | undefined) => void;
};

/** The approval that a command is waiting for, if any. */
export const useApproval = create<{ asked: Asked | null }>(() => ({ asked: null }));

/**
 * Asks a person to approve broken rules; undefined when it is left.
 * @param wrongWith what is wrong with an answer: it is asked again, and what is right stays
 */
export function askApproval(
  rules: BrokenRule[],
  refusals: Refusal[],
  before?: Approval,
  wrongWith?: (approval: Approval) => Promise<Refusal[]>,
): Promise<Approval | undefined> {
  return new Promise((resolve) => {
    const end = (approval: Approval | undefined) => {
      useApproval.setState({ asked: null });
      resolve(approval);
    };
    const show = (more: Partial<Asked>) =>
      useApproval.setState(({ asked }) => ({ asked: asked && { ...asked, ...more } }));
    const answer = (approval: Approval | undefined) => {
      if (!approval || !wrongWith) return end(approval);
      show({ checking: true });
      void wrongWith(approval).then((wrong) => {
        // Left meanwhile, it is over.
        if (!useApproval.getState().asked) return;
        if (wrong.length === 0) end(approval);
        else show({ checking: false, refusals: wrong, before: approval });
      });
    };
    useApproval.setState({ asked: { rules, refusals, before, checking: false, answer } });
  });
}
