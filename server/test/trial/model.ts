import { half, inCoins, portions } from './arithmetic';

/** What is sold: amounts in minor units, quantities in thousandths, percents whole. */
export type Goods = {
  department: string;
  priceMinor: number;
  milli: number;
  lessPercent: number;
};
export type ModelLine = {
  department: string;
  milli: number;
  net: number;
  /** By authority, in the order of the code. */
  tax: Record<string, number>;
  backMilli: number;
  backNet: number;
  backTax: Record<string, number>;
};
export type ModelSale = {
  id: number;
  number: string;
  day: string;
  lines: ModelLine[];
  net: number;
  tax: Record<string, number>;
  total: number;
};

/** Which authorities a department's goods bear, each with its rate in ten-thousandths. */
export type TaxesOf = Record<string, Record<string, number>>;

const add = (to: Record<string, number>, name: string, amount: number) => {
  to[name] = (to[name] ?? 0) + amount;
};
export const sumOf = (parts: Record<string, number>): number =>
  Object.values(parts).reduce((sum, part) => sum + part, 0);

/** Prices a ticket: discounts first, then each kind of tax once for the whole document. */
export function priced(goods: readonly Goods[], lessPercent: number, taxesOf: TaxesOf) {
  const after = goods.map(({ priceMinor, milli, lessPercent: less }) => {
    const amount = half(priceMinor * milli, 1000);
    return amount - half(amount * less, 100);
  });
  const whole = after.reduce((sum, amount) => sum + amount, 0);
  const spread = portions(half(whole * lessPercent, 100), after);
  const lines = goods.map(({ department, milli }, i): ModelLine => ({
    department,
    milli,
    net: after[i]! - spread[i]!,
    tax: {},
    backMilli: 0,
    backNet: 0,
    backTax: {},
  }));
  const kinds = new Map<string, ModelLine[]>();
  for (const line of lines) {
    const kind = JSON.stringify(taxesOf[line.department]);
    kinds.set(kind, [...(kinds.get(kind) ?? []), line]);
  }
  for (const [kind, members] of kinds) {
    const rates = Object.entries(JSON.parse(kind) as Record<string, number>);
    if (rates.length === 0) continue;
    const net = members.reduce((sum, line) => sum + line.net, 0);
    const rate = rates.reduce((sum, [, one]) => sum + one, 0);
    const shares = portions(
      half(net * rate, 10_000),
      rates.map(([, one]) => one),
    );
    rates.forEach(([authority], k) => {
      const byLine = portions(
        shares[k]!,
        members.map((line) => line.net),
      );
      members.forEach((line, i) => (line.tax[authority] = byLine[i]!));
    });
  }
  const tax: Record<string, number> = {};
  for (const line of lines) {
    for (const [authority, amount] of Object.entries(line.tax)) add(tax, authority, amount);
  }
  const net = lines.reduce((sum, line) => sum + line.net, 0);
  return { lines, net, tax, total: net + sumOf(tax) };
}

/** Takes pieces of a line back: each part cumulated over all steps, less what came back before. */
export function takenBack(line: ModelLine, milli: number) {
  const soFar = line.backMilli + milli;
  const net = half(line.net * soFar, line.milli) - line.backNet;
  const tax: Record<string, number> = {};
  for (const [authority, amount] of Object.entries(line.tax)) {
    tax[authority] = half(amount * soFar, line.milli) - (line.backTax[authority] ?? 0);
    add(line.backTax, authority, tax[authority]!);
  }
  line.backMilli = soFar;
  line.backNet += net;
  return { net, tax, total: net + sumOf(tax) };
}

/** What an entry debits, by account; credits below zero. */
export type Debits = Record<string, number>;

/** The books as they must stand: debits above zero, by the chart's account. */
export class Books {
  readonly accounts: Record<string, number> = {};
  readonly taxOfDay: Record<string, Record<string, number>> = {};
  readonly takenOfDay: Record<string, number> = {};
  /** Of what was taken: charged to accounts, which no pot has. */
  readonly chargedOfDay: Record<string, number> = {};
  readonly voidsOfDay: Record<string, number> = {};
  readonly refundsOfDay: Record<string, number> = {};
  readonly owed: Record<number, number> = {};

  post(lines: Debits): void {
    const off = sumOf(lines);
    if (off !== 0) throw new Error(`the model's own entry is off by ${off}`);
    for (const [account, amount] of Object.entries(lines)) add(this.accounts, account, amount);
  }
  taxed(day: string, tax: Record<string, number>, sign: 1 | -1): void {
    this.taxOfDay[day] ??= {};
    for (const [authority, amount] of Object.entries(tax)) {
      add(this.taxOfDay[day], authority, sign * amount);
    }
  }
  took(day: string, amount: number): void {
    add(this.takenOfDay, day, amount);
  }
  charged(day: string, amount: number): void {
    add(this.chargedOfDay, day, amount);
  }
  owes(chargeAccountId: number, amount: number): void {
    this.owed[chargeAccountId] = (this.owed[chargeAccountId] ?? 0) + amount;
  }
}

/** What cash settles of a sum: kept in coins, the rest is rounding. */
export const cashOf = (due: number) => ({ kept: inCoins(due), rounding: due - inCoins(due) });

/**
 * What cash gives back now: in coins on all that came back so far, never more than what was kept,
 * and so that the rest, which may come back to the cent as a credit, still fits what was kept.
 */
export function cashBack(
  backSoFar: number,
  givenSoFar: number,
  { kept, total }: { kept: number; total: number },
): number {
  const most = inCoins(Math.max(0, kept - (total - backSoFar)));
  return Math.max(0, Math.min(inCoins(backSoFar), kept, most) - givenSoFar);
}
