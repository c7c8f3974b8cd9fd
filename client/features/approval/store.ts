import type { Approval } from '@abacist/contracts';
import type { BrokenRule, Refusal } from '@abacist/core/outcome';
import { create } from 'zustand';

type Asked = {
  rules: BrokenRule[];
  refusals: Refusal[];
  /** What was answered before, where it did not do: only what is wrong is typed again. */
  before: Approval | undefined;
  answer: (approval: Approval | undefined) => void;
};

/** The approval that a command is waiting for, if any. */
export const useApproval = create<{ asked: Asked | null }>(() => ({ asked: null }));

/** Asks a person to approve broken rules; undefined when it is left. */
export function askApproval(
  rules: BrokenRule[],
  refusals: Refusal[],
  before?: Approval,
): Promise<Approval | undefined> {
  return new Promise((resolve) => {
    useApproval.setState({
      asked: {
        rules,
        refusals,
        before,
        answer: (approval) => {
          useApproval.setState({ asked: null });
          resolve(approval);
        },
      },
    });
  });
}
