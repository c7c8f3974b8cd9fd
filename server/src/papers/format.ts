import { minorDigits } from '@abacist/core/money';
import type { HeadOfShop, PaperContent } from './content';
import { word } from './words';

/** Figures and dates as the shop's locale writes them. */
export function formats({ locale, zone, currency }: HeadOfShop) {
  const digits = minorDigits(currency);
  const figures = new Intl.NumberFormat(locale, {
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
  });
  const day = new Intl.DateTimeFormat(locale, { dateStyle: 'long', timeZone: 'UTC' });
  const time = new Intl.DateTimeFormat(locale, { timeStyle: 'short', timeZone: zone });
  return {
    /** Minor units as an amount, with a real minus sign. */
    money: (amountMinor: number) =>
      figures.format(amountMinor / 10 ** digits).replace('-', '−'),
    /** A business date. */
    date: (date: string) => day.format(new Date(`${date}T00:00:00Z`)),
    /** An instant's time in the shop's zone. */
    time: (instant: string) => time.format(new Date(instant)),
  };
}

/** The shop's head as it stands on every paper. */
export function shopHead(shop: HeadOfShop): PaperContent['shop'] {
  return {
    name: shop.name,
    lines: [
      ...shop.address.split(/\r?\n|,\s*/).filter(Boolean),
      ...(shop.taxNumbers ? [word('taxNumbers', { numbers: shop.taxNumbers })] : []),
    ],
    foot: shop.foot,
  };
}

/** A quantity without zeros at its end. */
export const plain = (quantity: string): string =>
  quantity.includes('.') ? quantity.replace(/\.?0+$/, '') : quantity;
