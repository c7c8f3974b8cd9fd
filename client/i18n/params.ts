import { isIsoDate } from '@abacist/core/dates';

type Params = Record<string, string | number>;
type Written = {
  money: (minor: number) => string;
  percent: (percent: string | number) => string;
  day: (date: string) => string;
};

/**
 * A code's parameters as its wording takes them: what ends in `Minor` becomes an amount under the
 * name without it, what ends in `Percent` is written as one, dates (also several with commas) as
 * days. `text` is quoted as it stood: it may be what is wrong.
 */
export const inWords = (params: Params, { money, percent, day }: Written): Params =>
  Object.fromEntries(
    Object.entries(params).map(([name, value]) => {
      if (name === 'text') return [name, value];
      if (name.endsWith('Minor'))
        return [name.slice(0, -'Minor'.length), money(Number(value))];
      if (name.endsWith('Percent')) return [name, percent(value)];
      const dates = String(value).split(',');
      return [name, dates.every(isIsoDate) ? dates.map(day).join(', ') : value];
    }),
  );
