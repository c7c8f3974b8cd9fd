import { useMoney } from '~/ui/Money';
import { useNumbers } from './useFormat';

const DATES = /^\d{4}-\d\d-\d\d(,\d{4}-\d\d-\d\d)*$/;

/**
 * A code's parameters as its wording takes them: what ends in `Minor` becomes an amount under
 * the name without it, what ends in `Percent` is written without zeros at its end, dates (also several with commas) as `day` writes them.
 */
export function useParams(
  day: (date: string) => string,
): (params: Record<string, string | number>) => Record<string, string | number> {
  const money = useMoney();
  const { percent } = useNumbers();
  return (params) =>
    Object.fromEntries(
      Object.entries(params).map(([name, value]) => [
        name.replace(/Minor$/, ''),
        name.endsWith('Minor')
          ? money(Number(value))
          : name.endsWith('Percent')
            ? percent(value)
            : DATES.test(String(value))
              ? String(value).split(',').map(day).join(', ')
              : value,
      ]),
    );
}
