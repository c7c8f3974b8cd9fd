import { ACT_FACTS } from '../../drawer/acts/facts';
import { accept, refuse, type Outcome } from '../../outcome';
import { wordsOf } from './rules';
import type { TaughtAnswer, TaughtRule, TaughtWhat } from './types';

/**
 * Checks a rule before it is kept.
 * Refusals: `taught.pattern` (no word in it), `taught.range`, `taught.account` (an account that the kind does not take),
 * `taught.direction` (the answer is of money the other way), `taught.sameAccount`.
 */
export function checkRule(rule: TaughtRule): Outcome<null> {
  if (wordsOf(rule.pattern).length === 0) return refuse('taught.pattern', 'pattern');
  const { fromMinor, toMinor } = rule;
  if (fromMinor !== null && toMinor !== null && toMinor < fromMinor)
    return refuse('taught.range', 'toMinor');
  return CHECKS[rule.answer.what](rule.answer as never, rule);
}

const CHECKS: {
  [W in TaughtWhat]: (
    answer: Extract<TaughtAnswer, { what: W }>,
    rule: TaughtRule,
  ) => Outcome<null>;
} = {
  act: ({ kind, account }, { money }) => {
    const { bank, accounts } = ACT_FACTS[kind];
    if (bank !== money) return refuse('taught.direction', 'answer.kind');
    const fits = account === null ? accounts.length === 0 : accounts.includes(account);
    return fits ? accept(null) : refuse('taught.account', 'answer.account');
  },
  ownTransfer: ({ accountId }, { bankAccountId }) =>
    accountId === bankAccountId
      ? refuse('taught.sameAccount', 'answer.accountId')
      : accept(null),
  tax: (_answer, { money }) =>
    money === 'out' ? accept(null) : refuse('taught.direction', 'money'),
};
