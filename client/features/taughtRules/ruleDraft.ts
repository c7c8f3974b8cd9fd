import { ACT_FACTS } from '@abacist/core/drawerActs';
import type { LedgerAccount } from '@abacist/core/ledger';
import { parseAmount, toDecimal } from '@abacist/core/money';
import {
  TAUGHT_KINDS,
  wordsOf,
  type TaughtAnswer,
  type TaughtLine,
  type TaughtRule,
} from '@abacist/core/taughtRules';

/** What a line may be by a rule, flat as a form asks it: a kind of money, or another answer. */
export type Meant = (typeof TAUGHT_KINDS)[number] | 'ownTransfer' | 'tax';

/** A part that is apart, as it is typed: an amount, or a share where % stands behind it. */
export type TypedPart = { account: LedgerAccount; taxCodeId: string; text: string };

/** A rule as it is typed. */
export type RuleDraft = {
  pattern: string;
  money: 'in' | 'out';
  from: string;
  to: string;
  /** '' for any. */
  bankAccountId: string;
  meant: Meant;
  account: LedgerAccount | '';
  taxCodeId: string;
  party: string;
  words: string;
  /** The other account, or the authority. */
  otherId: string;
  /** What of such a line is of other accounts. */
  apart: TypedPart[];
};

/** What money of a direction may be by a rule. */
export const meantOf = (money: 'in' | 'out'): Meant[] => [
  ...TAUGHT_KINDS.filter((kind) => ACT_FACTS[kind].bank === money),
  'ownTransfer',
  ...(money === 'out' ? (['tax'] as const) : []),
];

const accountsOf = (meant: Meant): readonly LedgerAccount[] =>
  meant === 'ownTransfer' || meant === 'tax' ? [] : ACT_FACTS[meant].accounts;
export { accountsOf };

/** Something that was not chosen yet, for money of a direction. */
export function emptyDraft(money: 'in' | 'out'): RuleDraft {
  const [meant] = meantOf(money) as [Meant];
  return {
    ...{ pattern: '', money, from: '', to: '', bankAccountId: '', meant, otherId: '' },
    ...{ account: accountsOf(meant)[0] ?? '', taxCodeId: '', party: '', words: '' },
    apart: [],
  };
}

/** Another meaning, or another direction: what does not fit it any more is begun anew. */
export function changeMeant(draft: RuleDraft, money: 'in' | 'out', meant: Meant): RuleDraft {
  const fits = meantOf(money).includes(meant) ? meant : meantOf(money)[0]!;
  const accounts = accountsOf(fits);
  const account =
    draft.account && accounts.includes(draft.account) ? draft.account : (accounts[0] ?? '');
  return {
    ...draft,
    money,
    meant: fits,
    account,
    apart: draft.apart.filter((part) => accounts.includes(part.account)),
    otherId: fits === draft.meant ? draft.otherId : '',
  };
}

/** A rule that is there, to be changed. */
export function draftOfRule(rule: TaughtRule, currency: string): RuleDraft {
  const text = (minor: number | null) => (minor === null ? '' : toDecimal(minor, currency));
  const { answer } = rule;
  const draft = {
    ...emptyDraft(rule.money),
    ...{ pattern: rule.pattern, from: text(rule.fromMinor), to: text(rule.toMinor) },
    bankAccountId: rule.bankAccountId === null ? '' : String(rule.bankAccountId),
  };
  if (answer.what === 'ownTransfer')
    return { ...draft, meant: 'ownTransfer', account: '', otherId: String(answer.accountId) };
  if (answer.what === 'tax')
    return { ...draft, meant: 'tax', account: '', otherId: String(answer.authorityId) };
  const { kind, account, taxCodeId, party, words, apart = [] } = answer;
  const code = (id: number | null) => (id === null ? '' : String(id));
  return {
    ...{ ...draft, meant: kind, account: account ?? '', party, words },
    taxCodeId: code(taxCodeId),
    apart: apart.map((part) => ({
      ...{ account: part.account, taxCodeId: code(part.taxCodeId) },
      text: part.percent === null ? text(part.amountMinor) : `${part.percent}%`,
    })),
  };
}

/** A rule for a line: its words without figures, its direction, its account. */
export function draftOfLine(line: TaughtLine): RuleDraft {
  return {
    ...emptyDraft(line.amountMinor > 0 ? 'in' : 'out'),
    pattern: wordsOf(line.text)
      .filter((word) => !/\p{N}/u.test(word))
      .join(' '),
    bankAccountId: String(line.bankAccountId),
  };
}

/** The rule that was typed; null while something of it is missing or no amount. */
export function ruleOf(draft: RuleDraft, currency: string): TaughtRule | null {
  const amount = (text: string) => {
    if (text.trim() === '') return null;
    const read = parseAmount(text, currency);
    return read.ok && read.value >= 0 ? read.value : undefined;
  };
  const [fromMinor, toMinor] = [amount(draft.from), amount(draft.to)];
  const answer = answerOf(draft, currency);
  if (wordsOf(draft.pattern).length === 0 || answer === null) return null;
  if (fromMinor === undefined || toMinor === undefined) return null;
  return {
    ...{ pattern: draft.pattern.trim(), money: draft.money, fromMinor, toMinor, answer },
    bankAccountId: draft.bankAccountId === '' ? null : Number(draft.bankAccountId),
  };
}

const PERCENT = /^(\d{1,2}(?:[.,]\d{1,4})?)\s*%$/;

/** What is apart as it was typed: an amount above zero, or a share; null: neither. */
export function readApart(
  text: string,
  currency: string,
): { amountMinor: number | null; percent: string | null } | null {
  const share = PERCENT.exec(text.trim());
  if (share) return { amountMinor: null, percent: share[1]!.replace(',', '.') };
  const read = parseAmount(text, currency);
  return read.ok && read.value > 0 ? { amountMinor: read.value, percent: null } : null;
}

function answerOf(
  { meant, otherId, ...draft }: RuleDraft,
  currency: string,
): TaughtAnswer | null {
  if (meant === 'ownTransfer' || meant === 'tax') {
    if (otherId === '') return null;
    return meant === 'tax'
      ? { what: 'tax', authorityId: Number(otherId) }
      : { what: 'ownTransfer', accountId: Number(otherId) };
  }
  const code = (id: string) => (id === '' ? null : Number(id));
  const apart = draft.apart.flatMap((part) => {
    const read = readApart(part.text, currency);
    return read ? [{ account: part.account, taxCodeId: code(part.taxCodeId), ...read }] : [];
  });
  if (apart.length < draft.apart.length) return null;
  return {
    ...{ what: 'act', kind: meant, account: draft.account === '' ? null : draft.account },
    ...{ party: draft.party.trim(), words: draft.words.trim() },
    taxCodeId: code(draft.taxCodeId),
    ...(apart.length > 0 && { apart }),
  };
}
