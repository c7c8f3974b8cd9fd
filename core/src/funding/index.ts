import { addBankingDays, bankingDaysBetween, type Holidays } from '../dates';
import { minor, sum, type Minor } from '../money';

/** Money that is on its way to the bank: a batch, a settlement, a slip. Minor units. */
export type Coming = {
  key: string;
  /** Whose delays are its own: a processor, or the shop's deposits. */
  source: string;
  dueDate: string;
  amountMinor: number;
};

/** What came of a source: the day on which it was due, and that of its statement line. */
export type Came = { source: string; dueDate: string; cameOn: string };

export type Delay = {
  source: string;
  count: number;
  /** Banking days after the due day; minus before it. */
  median: number;
  /** Of ten, nine came no later. */
  slowestOfTen: number;
};

export type FundingDay = {
  date: string;
  /** What is due on it, as agreed. */
  dueMinor: Minor;
  /** What comes on it, if each source is as late as it mostly was. */
  likelyMinor: Minor;
  /** At the bank by its end: likely, and if each is as late as its slowest of ten. */
  balanceMinor: Minor;
  slowMinor: Minor;
};

/**
 * How late each source was: the middle one, and the one that nine of ten were not later than (nearest
 * rank, of the values in order).
 */
export function delaysOf(came: readonly Came[], holidays: Holidays): Delay[] {
  return [...new Set(came.map(({ source }) => source))].sort().map((source) => {
    const late = came
      .filter((one) => one.source === source)
      .map(({ dueDate, cameOn }) => bankingDaysBetween(dueDate, cameOn, holidays))
      .sort((a, b) => a - b);
    const rank = (share: number) => late[Math.max(0, Math.ceil(share * late.length) - 1)]!;
    return { source, count: late.length, median: rank(0.5), slowestOfTen: rank(0.9) };
  });
}

/**
 * What will be at the bank over the next banking days: from what is there, what is due, and how late
 * each source was. What is overdue comes on the first day, since nobody knows which.
 * @param now what is at the bank today
 */
export function forecast(
  coming: readonly Coming[],
  delays: readonly Delay[],
  {
    now,
    today,
    days = 10,
    holidays,
  }: {
    now: number;
    today: string;
    days?: number;
    holidays: Holidays;
  },
): FundingDay[] {
  const lateOf = (source: string, of: 'median' | 'slowestOfTen') =>
    Math.max(0, delays.find((one) => one.source === source)?.[of] ?? 0);
  const first = addBankingDays(today, 1, holidays);
  const on = (one: Coming, of: 'median' | 'slowestOfTen') => {
    const day = addBankingDays(one.dueDate, lateOf(one.source, of), holidays);
    return day < first ? first : day;
  };
  const dates = Array.from({ length: days }, (_, i) => addBankingDays(today, i + 1, holidays));
  const until = (date: string, of: 'median' | 'slowestOfTen') =>
    minor(
      now + sum(coming.filter((one) => on(one, of) <= date).map((one) => one.amountMinor)),
    );
  return dates.map((date) => ({
    date,
    dueMinor: sum(
      coming.filter(({ dueDate }) => dueDate === date).map(({ amountMinor }) => amountMinor),
    ),
    likelyMinor: sum(
      coming.filter((one) => on(one, 'median') === date).map(({ amountMinor }) => amountMinor),
    ),
    balanceMinor: until(date, 'median'),
    slowMinor: until(date, 'slowestOfTen'),
  }));
}
