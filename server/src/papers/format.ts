import { formatDate, formatMoney, formatQuantity, formatTime } from '@abacist/core/format';
import type { HeadOfShop, PaperContent } from './content';
import { word } from './words';

/** Figures and dates as the shop's locale writes them. */
export function formats({ locale, zone, currency }: HeadOfShop) {
  return {
    /** Minor units as an amount. */
    money: (amountMinor: number) => formatMoney(amountMinor, currency, locale),
    quantity: (quantity: string) => formatQuantity(quantity, locale),
    /** A business date. */
    date: (date: string) => formatDate(date, locale),
    /** An instant's time in the shop's zone. */
    time: (instant: string) => formatTime(instant, zone, locale),
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
