import { formatDate, formatMoney, formatQuantity, formatTime } from '@abacist/core/format';
import type { HeadOfShop, PaperContent, PaperLine } from './content';
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

/** What a narrow strip says before its lines: the facts in sentences, then whom it is for. */
export const headLines = ({ facts, to }: PaperContent): string[] => [
  ...facts.map(({ label, value }) => (label ? word('fact', { label, value }) : value)),
  ...to.map((line, i) => (i === 0 ? word('for', { name: line }) : line)),
];

/** Quantity × price, where a strip has no columns for them and the quantity is more than one. */
export const eachOf = ({ priced }: PaperContent, line: PaperLine): string[] =>
  priced && line.quantity && line.price && line.quantity !== '1'
    ? [word('each', { quantity: line.quantity, price: line.price })]
    : [];

/** The name and the address of whom a paper is for, a line each. */
export const addressOf = (name: string | null, address: string): string[] =>
  name ? [name, ...address.split(/\r?\n|,\s*/).filter(Boolean)] : [];
