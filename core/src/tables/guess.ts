import { readMoment, type DateForm, type DecimalSign } from './cells';
import type { TableRow } from './shape';

const AMOUNT = /^[-+(]?[\d.,\s']*\d[)-]?$/;

/** The row of the heads: the first of these that has words in most of its cells, and no figures. */
export function guessHeadRow(rows: readonly TableRow[]): number | null {
  const widest = Math.max(0, ...rows.map(({ cells }) => cells.length));
  const head = rows.slice(0, 20).find(({ cells }) => {
    const said = cells.filter((cell) => cell !== '');
    return (
      said.length * 2 > widest &&
      said.length > 1 &&
      said.every((cell) => /\p{L}/u.test(cell) && !/\d{3}/.test(cell))
    );
  });
  return head?.row ?? null;
}

/** Dates in one order only are read in that; where two orders read all, the day stands first. */
export function guessDateForm(cells: readonly string[]): DateForm {
  const dates = cells.filter(
    (cell) => /^\d{1,4}[-/. ]\d{1,2}[-/. ]\d{1,4}/.test(cell) || /^\d{8}$/.test(cell),
  );
  const readsAll = (form: DateForm) =>
    dates.length > 0 && dates.every((cell) => readMoment(cell, form, 'UTC').ok);
  return (['ymd', 'dmy', 'mdy'] as const).find(readsAll) ?? 'ymd';
}

/** A comma before the last two digits, and no point there: decimals are parted by a comma. */
export function guessDecimalSign(cells: readonly string[]): DecimalSign {
  const amounts = cells.filter((cell) => AMOUNT.test(cell));
  const with_ = (sign: string) =>
    amounts.filter((cell) => new RegExp(`\\${sign}\\d{1,2}[)-]?$`).test(cell)).length;
  return with_(',') > with_('.') ? ',' : '.';
}
