import type { BrokenRule, Refusal } from '@abacist/core/outcome';
import type { CommandContext } from '../context';
import { approvalNeeded, HttpError, refused } from './errors';

/**
 * Several documents in one transaction, asked about at once: whatever of them is refused or waits for a
 * word is named together, each at its place. Nothing of it is kept unless all of it is.
 */
export function gather(context: CommandContext) {
  const refusals: Refusal[] = [];
  /** What is wrong with the word itself: a PIN, a role that is too low. */
  const ofApproval: Refusal[] = [];
  const rules: BrokenRule[] = [];
  const asked: CommandContext = {
    ...context,
    approve: async (broken) => {
      try {
        return await context.approve(broken);
      } catch (error) {
        if (!(error instanceof HttpError) || !error.body.rules) throw error;
        rules.push(...error.body.rules);
        ofApproval.push(...error.body.refusals);
        return null;
      }
    },
  };
  return {
    /** The day's own context: what is done in it is dated so. */
    on: (date: string): CommandContext => ({ ...asked, today: date }),
    /** Does a part; what it refuses is kept with its place, and the next part is looked at. */
    part: async <T>(at: string, work: () => Promise<T>): Promise<T | undefined> => {
      try {
        return await work();
      } catch (error) {
        if (!(error instanceof HttpError) || error.status !== 422) throw error;
        refusals.push(
          ...error.body.refusals.map((one) => ({
            ...one,
            at: one.at ? `${at}.${one.at}` : at,
          })),
        );
        return undefined;
      }
    },
    /** @throws HttpError with all that was refused; where nothing was, with all that asks for somebody's word */
    done: (): void => {
      if (refusals.length > 0) throw refused(unique(refusals));
      if (rules.length > 0) throw approvalNeeded(unique(rules), unique(ofApproval));
    },
  };
}

/** The same rule of two documents is asked once. */
const unique = <T>(all: readonly T[]): T[] => [
  ...new Map(all.map((one) => [JSON.stringify(one), one])).values(),
];
