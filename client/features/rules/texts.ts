import { parseAmount, toDecimal } from '@abacist/core/money';

/** How a rule is typed. `optional`: it may be empty, which means none. */
type TextRule = {
  as: 'days' | 'percent' | 'amount';
  optional?: true;
  /** The least that it may be: days, percent or minor units. */
  least?: number;
  /** The most days. */
  most?: number;
};
export type TextRules = Record<string, TextRule>;
export type Typed = number | string | null;

/** The settings of these rules as they are typed. */
export function textsOf(
  rules: TextRules,
  settings: Record<string, unknown>,
  currency: string,
): Record<string, string> {
  return mapOf(rules, (place, { as }) => {
    const value = settings[place] as Typed;
    if (value === null) return '';
    return as === 'amount' ? toDecimal(value as number, currency) : String(value);
  });
}

/** What was typed as settings; `undefined` where it can't be read. */
export function typedOf(
  rules: TextRules,
  texts: Record<string, string>,
  currency: string,
): Record<string, Typed | undefined> {
  return mapOf(rules, (place, rule) => read(rule, (texts[place] ?? '').trim(), currency));
}

function read(
  { as, optional, least = 0, most = 36_500 }: TextRule,
  text: string,
  currency: string,
): Typed | undefined {
  if (text === '') return optional ? null : undefined;
  if (as === 'percent') {
    return /^(100(\.0{1,3})?|\d{1,2}(\.\d{1,3})?)$/.test(text) ? text : undefined;
  }
  if (as === 'days') {
    return /^\d{1,5}$/.test(text) && Number(text) <= most ? Number(text) : undefined;
  }
  const amount = parseAmount(text, currency);
  return amount.ok && amount.value >= least ? amount.value : undefined;
}

function mapOf<V>(rules: TextRules, of: (place: string, rule: TextRule) => V) {
  return Object.fromEntries(
    Object.entries(rules).map(([place, rule]) => [place, of(place, rule)]),
  );
}
