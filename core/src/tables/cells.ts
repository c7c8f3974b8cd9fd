import { businessDate, isIsoDate, timeOfDay, type IsoDate } from '../dates';
import { parseAmount, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';

/** In which order day, month and year stand. */
export const DATE_FORMS = ['ymd', 'dmy', 'mdy'] as const;
export type DateForm = (typeof DATE_FORMS)[number];

/** Which sign parts the decimals. */
export const DECIMAL_SIGNS = ['.', ','] as const;
export type DecimalSign = (typeof DECIMAL_SIGNS)[number];

const APART = /^(\d{1,4})[-/. ](\d{1,2})[-/. ](\d{1,4})(?:[T ,]+(.*))?$/;
const TOGETHER = /^(\d{8}|\d{6})(?:[T ]?(\d{2}):?(\d{2})(?::?\d{2})?)?$/;
const CLOCK = /^(\d{1,2})[:.h](\d{2})(?:[:.]\d{2}(?:[.,]\d+)?)?\s*([ap]m)?$/i;
const INSTANT = /^\d{4}-\d\d-\d\dT\d\d:\d\d(:\d\d(\.\d+)?)?(Z|[+-]\d\d:?\d\d)$/;

const PLACES: Record<DateForm, readonly [number, number, number]> = {
  ymd: [0, 1, 2],
  dmy: [2, 1, 0],
  mdy: [2, 0, 1],
};

/** A date, and the time `HH:mm` where one stands beside it. */
export type Moment = { date: IsoDate; time: string | null };

const two = (part: string) => part.padStart(2, '0');
/** Years of two digits are of this century: no processor settles what is older. */
const year = (part: string) => (part.length === 2 ? `20${part}` : part);

function dateOf(parts: readonly string[], form: DateForm): IsoDate | null {
  const [y, m, d] = PLACES[form].map((place) => parts[place]!);
  const date = `${year(y!)}-${two(m!)}-${two(d!)}`;
  return exists(date) ? date : null;
}

/** Whether a date exists; files have few days in many rows. */
const known = new Map<string, boolean>();
function exists(date: string): boolean {
  const before = known.get(date);
  if (before !== undefined) return before;
  if (known.size > 2_000) known.clear();
  const found = isIsoDate(date);
  known.set(date, found);
  return found;
}

/** `HH:mm` of a time as files write it; null for anything else. */
export function readClock(text: string): string | null {
  const found =
    CLOCK.exec(text.trim()) ?? /^(\d{2})(\d{2})(?:\d{2})?$/.exec(text.trim()) ?? undefined;
  if (!found) return null;
  const [, hours, minutes, half] = found;
  let hour = Number(hours);
  if (half) {
    if (hour < 1 || hour > 12) return null;
    hour = (hour % 12) + (half.toLowerCase() === 'pm' ? 12 : 0);
  }
  return hour < 24 && Number(minutes) < 60 ? `${two(String(hour))}:${minutes}` : null;
}

/**
 * A date as files write it, with the time where one stands beside it: parts in the given order apart
 * by `-`, `/`, `.` or a blank, or together (`20260302`). One that names its own zone (RFC 3339) is
 * told in the shop's.
 * Refusals: `table.date` (text, form).
 */
export function readMoment(
  text: string,
  form: DateForm,
  zone: string,
  at?: string,
): Outcome<Moment> {
  const written = text.trim();
  const wrong = () => refuse('table.date', at, { text: written.slice(0, 40), form });
  if (INSTANT.test(written)) {
    const instant = new Date(written);
    if (Number.isNaN(instant.getTime())) return wrong();
    return accept({ date: businessDate(instant, zone), time: timeOfDay(instant, zone) });
  }
  const apart = APART.exec(written);
  const together = TOGETHER.exec(written);
  if (apart) {
    const date = dateOf(apart.slice(1, 4), form);
    const beside = apart[4]?.trim();
    const time = beside ? readClock(beside) : null;
    return date && (!beside || time) ? accept({ date, time }) : wrong();
  }
  if (together) {
    const [, digits, hours, minutes] = together;
    const long = digits!.length === 8 ? 4 : 2;
    const sizes = form === 'ymd' ? [long, 2, 2] : [2, 2, long];
    let from = 0;
    const parts = sizes.map((size) => digits!.slice(from, (from += size)));
    const date = dateOf(parts, form);
    return date ? accept({ date, time: hours ? `${hours}:${minutes}` : null }) : wrong();
  }
  return wrong();
}

type Forms = { beside: RegExp; grouped: RegExp; group: string };
const forms = new Map<string, Forms>();

/** What stands beside amounts of a currency, and how they are grouped; made once for all rows. */
function formsOf(sign: DecimalSign, currency: string): Forms {
  const key = `${sign}${currency}`;
  const before = forms.get(key);
  if (before) return before;
  const group = sign === '.' ? ',' : '.';
  const made = {
    group,
    beside: new RegExp(`^${currency}\\s*|\\s*${currency}$|^\\$|\\$$`, 'gi'),
    grouped: new RegExp(`^[-+]?\\d{1,3}(\\${group}\\d{3})+(\\${sign}|$)`),
  };
  forms.set(key, made);
  return made;
}

/**
 * An amount as files write it, with either decimal sign, grouped by the other one, a blank or an
 * apostrophe, in brackets or with a minus behind it where it is below zero, a currency beside it.
 * Refusals: those of {@link parseAmount}.
 */
export function readMoney(
  text: string,
  sign: DecimalSign,
  currency: string,
  at?: string,
): Outcome<Minor> {
  const { beside, grouped: isGrouped, group } = formsOf(sign, currency);
  const bare = text
    .replace(beside, '')
    .replace(/[\s\u00A0\u202F’']/g, '')
    .replaceAll('−', '-');
  const below = bare.startsWith('(') ? bare.endsWith(')') : bare.endsWith('-');
  const magnitude = below ? bare.replace(/[()]|-$/g, '') : bare;
  const grouped = isGrouped.test(magnitude);
  const plain = (grouped ? magnitude.replaceAll(group, '') : magnitude).replace(sign, '.');
  // A sign that groups nothing is none that this file may have.
  if (!grouped && magnitude.includes(group))
    return refuse('amount.notANumber', at, { text: text.trim().slice(0, 40) });
  return parseAmount(below ? `-${plain}` : plain, currency, at);
}
