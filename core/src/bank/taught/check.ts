import { ACT_FACTS } from '../../drawer/acts/facts';
import { addRates, decimal, percent, rescale } from '../../money';
import { accept, refuse, type Outcome } from '../../outcome';
import { wordsOf } from './rules';
import type { TaughtAnswer, TaughtRule, TaughtWhat } from './types';

/**
 * Checks a rule before it is kept.
 * Refusals: `taught.pattern` (no word in it), `taught.range`, `taught.account` (an account that the kind does not take),
 * `taught.direction` (the answer is of money the other way), `taught.sameAccount`, `taught.part` (of what is apart: one that is no
 * amount and no share), `taught.shares` (shares that leave nothing).
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
  act: ({ kind, account, apart = [] }, { money }) => {
    const { bank, accounts } = ACT_FACTS[kind];
    if (bank !== money) return refuse('taught.direction', 'answer.kind');
    const fits = account === null ? accounts.length === 0 : accounts.includes(account);
    if (!fits) return refuse('taught.account', 'answer.account');
    for (const [i, part] of apart.entries()) {
      if (!accounts.includes(part.account))
        return refuse('taught.account', `answer.apart.${i}.account`);
      const named = [part.amountMinor, part.percent].filter((one) => one !== null);
      const some = (part.amountMinor ?? 1) > 0 && percent(part.percent ?? '1').digits > 0n;
      if (named.length !== 1 || !some) return refuse('taught.part', `answer.apart.${i}`);
    }
    const shares = apart.reduce(
      (all, part) => addRates(all, percent(part.percent ?? '0')),
      decimal('0'),
    );
    return rescale(addRates(shares, percent('-100')), 12) < 0n
      ? accept(null)
      : refuse('taught.shares', 'answer.apart');
  },
  ownTransfer: ({ accountId }, { bankAccountId }) =>
    accountId === bankAccountId
      ? refuse('taught.sameAccount', 'answer.accountId')
      : accept(null),
  tax: (_answer, { money }) =>
    money === 'out' ? accept(null) : refuse('taught.direction', 'money'),
};
