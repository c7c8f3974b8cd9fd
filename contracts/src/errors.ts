import type { BrokenRule, Refusal } from '@abacist/core/outcome';

/** What every endpoint answers when it doesn't do what was asked. */
export type ErrorBody = {
  error:
    | 'refused'
    | 'approvalNeeded'
    | 'alreadyPosted'
    | 'notSignedIn'
    | 'forbidden'
    | 'notFound'
    | 'tooMany'
    | 'broken';
  refusals: Refusal[];
  /** With `approvalNeeded`: the rules that the command breaks. */
  rules?: BrokenRule[];
};
