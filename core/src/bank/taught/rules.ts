import { partsOf } from './parts';
import type { Decided, TaughtAnswer, TaughtLine, TaughtRule, TaughtWhat } from './types';

/** A text as rules compare it: small letters without accents, words with nothing but letters and digits. */
export const wordsOf = (text: string): string[] =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);

/** Whether a rule catches a line. A pattern without words catches none, nor does one whose parts are more than the line. */
export function catches(rule: TaughtRule, line: TaughtLine): boolean {
  const amount = Math.abs(line.amountMinor);
  if (rule.money !== (line.amountMinor > 0 ? 'in' : 'out')) return false;
  if (rule.bankAccountId !== null && rule.bankAccountId !== line.bankAccountId) return false;
  if (rule.fromMinor !== null && amount < rule.fromMinor) return false;
  if (rule.toMinor !== null && amount > rule.toMinor) return false;
  const wanted = wordsOf(rule.pattern);
  const here = new Set(wordsOf(line.text));
  if (wanted.length === 0 || !wanted.every((word) => here.has(word))) return false;
  return rule.answer.what !== 'act' || partsOf(rule.answer, amount) !== null;
}

/** The first rule, in their order, that catches a line. */
export const firstRule = <R extends TaughtRule>(
  rules: readonly R[],
  line: TaughtLine,
): R | undefined => rules.find((rule) => catches(rule, line));

type Of<W extends TaughtWhat> = Extract<TaughtAnswer, { what: W }>;
/** By what two answers of a kind are the same: who it was paid to, and in which words, is not asked. */
const SAME: { [W in TaughtWhat]: (answer: Of<W>) => readonly (string | number | null)[] } = {
  act: ({ kind, account, taxCodeId, apart = [] }) => [
    ...[kind, account, taxCodeId],
    ...apart.flatMap((part) => [
      ...[part.account, part.taxCodeId, part.amountMinor, part.percent],
    ]),
  ],
  ownTransfer: ({ accountId }) => [accountId],
  tax: ({ authorityId }) => [authorityId],
};
/** What an answer comes to, as a key. */
export const answerKey = (answer: TaughtAnswer): string =>
  JSON.stringify([answer.what, SAME[answer.what](answer as never)]);

/** What an answer comes to of an amount, as a key: however its parts are named, the same parts are the same. */
const keyOf = (answer: TaughtAnswer, amountMinor: number): string => {
  if (answer.what !== 'act' || !answer.apart?.length) return answerKey(answer);
  const parts = (partsOf(answer, Math.abs(amountMinor)) ?? []).map((part) =>
    [part.account, part.taxCodeId, part.amountMinor].join(' '),
  );
  return JSON.stringify([answer.kind, ...parts.sort()]);
};

/** What a rule would have caught: as a person said it, otherwise, and what is open still. */
export type Tried = { right: TaughtLine[]; wrong: TaughtLine[]; open: TaughtLine[] };

/** Tests a rule on the past. What something expected explained was wrongly caught: a rule classifies what nothing explains. */
export function tryRule(rule: TaughtRule, history: readonly Decided[]): Tried {
  const tried: Tried = { right: [], wrong: [], open: [] };
  for (const line of history) {
    if (!catches(rule, line)) continue;
    if (line.answer === null) tried.open.push(line);
    else if (
      line.answer !== 'expected' &&
      keyOf(line.answer, line.amountMinor) === keyOf(rule.answer, line.amountMinor)
    )
      tried.right.push(line);
    else tried.wrong.push(line);
  }
  return tried;
}
