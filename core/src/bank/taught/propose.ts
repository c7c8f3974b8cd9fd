import { answerKey, catches, tryRule, wordsOf } from './rules';
import type { Decided, TaughtAnswer, TaughtRule } from './types';

/** So many decisions alike make a rule worth proposing. */
const ALIKE = 2;
/** A shorter word says little: a branch, a preposition. */
const LETTERS = 3;

/** A line of which a person said what it is. */
export type Answered = Omit<Decided, 'answer'> & { answer: TaughtAnswer };

/**
 * Rules that past decisions suggest: for each answer that was given twice at least to lines of the same direction, the words that
 * all of them share, if no line that was anything else has them; else the same of those whose words without figures are the
 * same. What a rule catches already is not proposed again. The most often given first; the same history in any order gives
 * the same proposals.
 */
export function proposeRules(
  history: readonly Decided[],
  rules: readonly TaughtRule[],
): TaughtRule[] {
  const answered = history
    .filter((line): line is Answered => line.answer !== null && line.answer !== 'expected')
    .filter((line) => !rules.some((rule) => catches(rule, line)))
    .sort((a, b) => (a.date === b.date ? a.id - b.id : a.date < b.date ? -1 : 1));
  const groups = by(answered, (line) => `${line.amountMinor > 0} ${answerKey(line.answer)}`);
  const found: { rule: TaughtRule; count: number }[] = [];
  for (const lines of groups) {
    const whole = ruleOf(lines, history);
    const some = whole
      ? [{ rule: whole, count: lines.length }]
      : by(lines, (line) => lettersOf(line.text).join(' ')).flatMap((alike) => {
          const rule = ruleOf(alike, history);
          return rule ? [{ rule, count: alike.length }] : [];
        });
    found.push(...some);
  }
  return found
    .sort((a, b) => b.count - a.count || (a.rule.pattern < b.rule.pattern ? -1 : 1))
    .map(({ rule }) => rule);
}

/** The words of a text that are no figures and tell something. */
const lettersOf = (text: string): string[] =>
  wordsOf(text).filter((word) => word.length >= LETTERS && !/\p{N}/u.test(word));

/** A rule of what lines of one answer share, if it catches nothing that was otherwise. */
function ruleOf(
  lines: readonly Answered[],
  history: readonly Decided[],
): TaughtRule | undefined {
  const last = lines.at(-1)!;
  if (lines.length < ALIKE) return undefined;
  const shared = [...new Set(lettersOf(last.text))].filter((word) =>
    lines.every(({ text }) => lettersOf(text).includes(word)),
  );
  if (shared.length === 0) return undefined;
  const accounts = new Set(lines.map(({ bankAccountId }) => bankAccountId));
  const rule: TaughtRule = {
    ...{ pattern: shared.join(' '), fromMinor: null, toMinor: null },
    answer: alike(lines),
    money: last.amountMinor > 0 ? 'in' : 'out',
    bankAccountId: accounts.size === 1 ? last.bankAccountId : null,
  };
  return tryRule(rule, history).wrong.length === 0 ? rule : undefined;
}

/** Whom it was with and in which words, where all of them say the same; a line's own words are not repeated. */
export function alike(lines: readonly Answered[]): TaughtAnswer {
  const { answer } = lines.at(-1)!;
  if (answer.what !== 'act') return answer;
  const said = (part: 'party' | 'words') => {
    const all = new Set(
      lines.map((line) => {
        const text = line.answer.what === 'act' ? line.answer[part] : '';
        return text === line.text ? '' : text;
      }),
    );
    return all.size === 1 ? [...all][0]! : '';
  };
  return { ...answer, party: said('party'), words: said('words') };
}

/** Things by a key, in the order in which each key came first. */
function by<T>(all: readonly T[], key: (one: T) => string): T[][] {
  const groups = new Map<string, T[]>();
  for (const one of all) groups.set(key(one), [...(groups.get(key(one)) ?? []), one]);
  return [...groups.values()];
}
