import type { TaughtAnswer, TaughtWhat } from '@abacist/core/taughtRules';
import { useWords } from '~/i18n';

/** What a rule says of a line, in words: its kind, its account, whom it is with. */
export function useAnswerWords(): (answer: TaughtAnswer, name: string) => string {
  const t = useWords();
  const words: {
    [W in TaughtWhat]: (
      answer: Extract<TaughtAnswer, { what: W }>,
      name: string,
    ) => readonly (string | null)[];
  } = {
    act: ({ kind, account, party, apart = [] }) => [
      ...apart.map((part) => t(`account.${part.account}`)),
      account === null ? t(`acts.kind_${kind}`) : t(`account.${account}`),
      party,
    ],
    ownTransfer: (_answer, name) => [t('statement.taught_ownTransfer'), name],
    tax: (_answer, name) => [t('statement.taught_tax'), name],
  };
  return (answer, name) =>
    words[answer.what](answer as never, name)
      .filter(Boolean)
      .join(', ');
}
