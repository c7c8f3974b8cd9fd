import type { Approval } from '@abacist/contracts';
import type { BrokenRule, Refusal } from '@abacist/core/outcome';
import { create } from 'zustand';

type Asked = {
  rules: BrokenRule[];
  refusals: Refusal[];
  answer: (approval: Approval | undefined) => void;
};

/** The approval that a command is waiting for, if any. */
export const useApproval = create<{ asked: Asked | null }>(() => ({ asked: null }));

/** Asks a person to approve broken rules; undefined when it is left. */
export function askApproval(
  rules: BrokenRule[],
  refusals: Refusal[],
): Promise<Approval | undefined> {
  const before = useApproval.getState().asked;
  return new Promise((resolve) => {
    useApproval.setState({
      asked: {
        // A wrong PIN comes back without the rules: those asked for before still stand.
        rules: rules.length ? rules : (before?.rules ?? lastRules),
        refusals,
        answer: (approval) => {
          lastRules = useApproval.getState().asked?.rules ?? [];
          useApproval.setState({ asked: null });
          resolve(approval);
        },
      },
    });
  });
}
let lastRules: BrokenRule[] = [];
