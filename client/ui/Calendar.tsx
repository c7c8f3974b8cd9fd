import { formatDate } from '@abacist/core/format';
import { DayPicker } from 'react-day-picker';
import { useShop } from '~/api/session';

const toDate = (date: string) => {
  const [year, month, day] = date.split('-').map(Number) as [number, number, number];
  return new Date(year, month - 1, day);
};
const toIso = (date: Date) =>
  [date.getFullYear(), date.getMonth() + 1, date.getDate()]
    .map((part) => String(part).padStart(2, '0'))
    .join('-');

/** Monday where the locale does not tell: 0 is Sunday. */
function firstWeekday(locale: string): 0 | 1 | 2 | 3 | 4 | 5 | 6 {
  const known = new Intl.Locale(locale) as Intl.Locale & {
    getWeekInfo?: () => { firstDay: number };
  };
  return ((known.getWeekInfo?.().firstDay ?? 1) % 7) as 0 | 1 | 2 | 3 | 4 | 5 | 6;
}

/** A month to pick a day from, by thumb or by arrow keys; looks come from theme/calendar.css. */
export default function Calendar({
  value,
  onPick,
}: {
  /** ISO date; the month of today where it is none. */
  value: string | null;
  onPick: (date: string) => void;
}) {
  const { locale, today } = useShop();
  const words = (options: Intl.DateTimeFormatOptions) => (date: Date) =>
    new Intl.DateTimeFormat(locale, options).format(date);
  return (
    <DayPicker
      mode="single"
      autoFocus
      className="calendar"
      selected={value ? toDate(value) : undefined}
      defaultMonth={toDate(value ?? today)}
      today={toDate(today)}
      weekStartsOn={firstWeekday(locale)}
      formatters={{
        formatWeekdayName: words({ weekday: 'short' }),
        formatCaption: words({ month: 'long', year: 'numeric' }),
      }}
      labels={{ labelDayButton: (date) => formatDate(toIso(date), locale) }}
      onSelect={(date) => date && onPick(toIso(date))}
    />
  );
}
