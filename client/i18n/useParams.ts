import { useMoney } from '~/ui/Money';
import { inWords } from './params';
import { useDates, useNumbers } from './useFormat';

type Params = Record<string, string | number>;

/** A code's parameters as its wording takes them, in the shop's currency and locale. */
export function useParams(): (params: Params) => Params {
  const money = useMoney();
  const { percent } = useNumbers();
  const { day } = useDates();
  return (params) => inWords(params, { money, percent, day });
}
