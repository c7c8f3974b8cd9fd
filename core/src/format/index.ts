import { toDecimal } from '../money';
import { once } from './once';

export * from './dates';

/* How figures are written for people, on screens and on papers: one function a kind of figure. */

type Decimal = `${number}`;

const numbers = once(
  (locale: string, minimumFractionDigits: number, maximumFractionDigits: number) =>
    new Intl.NumberFormat(locale, { minimumFractionDigits, maximumFractionDigits }),
);

/**
 * An amount as the locale writes it, with the digits of its currency and a real minus sign.
 * @param amountMinor in minor units
 * @example formatMoney(-1234_50, 'CAD', 'en-CA') // '−1,234.50'
 */
export function formatMoney(amountMinor: number, currency: string, locale: string): string {
  const plain = toDecimal(Math.abs(amountMinor), currency);
  const digits = plain.split('.')[1]?.length ?? 0;
  // The decimal's own text is given: a figure of more than 15 digits stays exact.
  const written = numbers(locale, digits, digits).format(plain as Decimal);
  return amountMinor < 0 ? `−${written}` : written;
}

/**
 * A quantity (exact decimal) without zeros at its end.
 * @example formatQuantity('-2.500', 'en-CA') // '−2.5'
 */
export function formatQuantity(quantity: string, locale: string): string {
  return decimal(quantity, locale, 3);
}

/**
 * A percentage (exact decimal, `6.25` is 6.25 %) without zeros at its end; its sign stands in the
 * wording.
 * @example formatPercent('2.50', 'en-CA') // '2.5'
 */
export function formatPercent(percent: string | number, locale: string, digits = 4): string {
  return decimal(String(percent), locale, digits);
}

function decimal(plain: string, locale: string, digits: number): string {
  const below = plain.startsWith('-');
  const written = numbers(locale, 0, digits).format(
    (below ? plain.slice(1) : plain) as Decimal,
  );
  return below ? `−${written}` : written;
}
