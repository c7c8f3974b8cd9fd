import { minor, negate, sum, type Minor } from '../money';
import { CHART, dimensionOf, type LedgerAccount, type Dimension } from './chart';
import { POSTING_TABLE, type EventName, type Tagging, type Template } from './table';

export type Dimensions = Partial<Record<Dimension, number>>;

/** Whose takings a line moves: the day and the pot that took them, and in whose hands they are. */
type Tag = { takingsDay: string; pot: string; holder: string };

/** Takings as they are posted; the holder by the account of each line, `spent` where none is said. */
export type Takings = {
  takingsDay: string;
  pot: string;
  holders: Partial<Record<LedgerAccount, string>>;
};

/** One line of a journal entry; debits +, credits −, minor units. */
export type JournalLine = {
  ledgerAccount: LedgerAccount;
  amountMinor: Minor;
  tag?: Tag;
} & Dimensions;

/** An amount with the dimensions that its lines carry, and the takings that it is of. */
export type Posted =
  | number
  | ({ amountMinor: number; ledgerAccount?: LedgerAccount; takings?: Takings } & Dimensions);

/**
 * The lines of one event by the posting table. Zero amounts make no line.
 * @param amounts minor units by the names that the event's row uses; several where it repeats
 * @param shared dimensions for every line that needs them, and takings for every line that has any
 * @throws Error when an amount of the row is missing, one is unknown, a dimension is missing, or
 * takings are named where the row has none
 * @example post('slip.sent', { total: 64000 }, { bankAccountId: 1 })
 */
export function post(
  event: EventName,
  amounts: Record<string, Posted | readonly Posted[]>,
  shared: Dimensions & { takings?: Takings } = {},
): JournalLine[] {
  const row: { lines: readonly Template[]; tagging: Tagging } = POSTING_TABLE[event];
  const { takings: sharedTakings, ...sharedDimensions } = shared;
  const known = new Set(row.lines.map((line) => line.amount));
  for (const name of Object.keys(amounts)) {
    if (!known.has(name)) throw new Error(`${event}: no amount named ${name}`);
  }
  const lines: JournalLine[] = [];
  for (const template of row.lines) {
    const given = amounts[template.amount];
    if (given === undefined) {
      if (template.optional) continue;
      throw new Error(`${event}: amount ${template.amount} is missing`);
    }
    for (const one of Array.isArray(given) ? (given as Posted[]) : [given as Posted]) {
      const {
        amountMinor,
        ledgerAccount: named,
        takings = sharedTakings,
        ...own
      } = asPart(one);
      if (amountMinor === 0) continue;
      const account = template.account === 'named' ? named : template.account;
      if (!account) throw new Error(`${event}: ${template.amount} needs an account`);
      lines.push({
        ledgerAccount: account,
        amountMinor: template.side === 'debit' ? minor(amountMinor) : negate(amountMinor),
        ...dimensionsFor(account, { ...sharedDimensions, ...own }, event),
        ...(template.account === 'named' && departmentOf(account, own)),
        ...(takings && tagOf(takings, account, row.tagging, event)),
      });
    }
  }
  return lines;
}

/** Where money is when it is taken; the account that a tender names is such a place too. */
const TAKING: readonly LedgerAccount[] = ['drawer', 'safe', 'cardClearing', 'bankInTransit'];

function tagOf(
  { takingsDay, pot, holders }: Takings,
  account: LedgerAccount,
  tagging: Tagging,
  event: string,
): { tag?: Tag } {
  if (tagging === 'none') throw new Error(`${event} has no takings`);
  const holder = holders[account];
  if (tagging === 'takes' && !TAKING.includes(account) && !holder) return {};
  return { tag: { takingsDay, pot, holder: holder ?? 'spent' } };
}

function asPart(one: Posted): Exclude<Posted, number> {
  return typeof one === 'number' ? { amountMinor: one } : one;
}

function dimensionsFor(account: LedgerAccount, given: Dimensions, event: string): Dimensions {
  const needed = dimensionOf(account);
  if (!needed) return {};
  const value = given[needed];
  if (value === undefined) throw new Error(`${event}: ${account} needs ${needed}`);
  return { [needed]: value };
}

/** An expense or income that a person chose the account of may say which department it is for. */
function departmentOf(account: LedgerAccount, { departmentId }: Dimensions): Dimensions {
  const { type } = CHART[account];
  return departmentId && (type === 'income' || type === 'expense') ? { departmentId } : {};
}

/** Merges lines of one account and dimensions, dropping those that come to zero. */
export function mergeLines(lines: readonly JournalLine[]): JournalLine[] {
  const merged = new Map<string, JournalLine>();
  for (const line of lines) {
    const { amountMinor, ...rest } = line;
    const key = JSON.stringify(Object.entries(rest).sort());
    const before = merged.get(key);
    merged.set(key, { ...line, amountMinor: sum([before?.amountMinor ?? 0, amountMinor]) });
  }
  return [...merged.values()].filter((line) => line.amountMinor !== 0);
}

/** The lines that undo an entry: the same accounts and dimensions, signs turned. */
export function reverseLines(lines: readonly JournalLine[]): JournalLine[] {
  return lines.map((line) => ({ ...line, amountMinor: negate(line.amountMinor) }));
}

/**
 * Asserts what every posted entry must be: two lines at least, adding up to zero.
 * @throws Error naming the difference in minor units
 */
export function assertBalanced(lines: readonly JournalLine[]): void {
  const difference = sum(lines.map((line) => line.amountMinor));
  if (difference !== 0) throw new Error(`entry is off by ${difference} minor units`);
  if (lines.length < 2) throw new Error('an entry needs two lines at least');
}
