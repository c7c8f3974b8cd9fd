import { isIsoDate } from '@abacist/core/dates';
import CalendarDays from 'lucide-react-native/icons/calendar-days';
import { lazy, Suspense, useEffect, useId, useRef, useState } from 'react';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { ahead } from './ahead';
import { Button } from './Button';
import { Column, Line } from './Box';
import { Dialog } from './Dialog';
import { Field } from './Field';
import { Loading } from './Notes';

const Calendar = lazy(ahead(() => import('./Calendar')));

/** Reads dates as people type them; null until it is here. */
let readDate: typeof import('@abacist/core/typedDate').readDate | null = null;
const loadReader = ahead(async () => {
  ({ readDate } = await import('@abacist/core/typedDate'));
});

/**
 * A date, typed as people say it or picked from a calendar. What is typed and no date yet is given
 * on as it stands, and the field says so once it is left.
 * @param value ISO date, what was typed that is none, or '' for no date
 */
export function DateField({
  label,
  value,
  onChange,
  error,
  hint,
  autoFocus,
  onSubmit,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  error?: string | undefined;
  hint?: string | undefined;
  autoFocus?: boolean;
  onSubmit?: () => void;
}) {
  const t = useWords();
  const dates = useDates();
  const { locale, today } = useShop();
  /** What stands in the field while it is typed in. */
  const [typed, setTyped] = useState<string | null>(null);
  const [picking, setPicking] = useState(false);
  /** The line below stays: whoever leaves the field for a button must find that where it was. */
  const [room, setRoom] = useState(false);
  const id = useId();
  const dated = isIsoDate(value);
  const asDate = (text: string) => {
    const found = readDate?.(text, today, locale);
    return found?.ok ? found.value : text;
  };
  // Of what was typed before the reader came: with what stands there, and who listens, by then.
  const now = useRef({ text: typed ?? value, onChange });
  useEffect(() => {
    now.current = { text: typed ?? value, onChange };
  });
  const begin = () => {
    setTyped(shown);
    const read = () => {
      // Also where the field was left before the reader came.
      const { text, onChange: say } = now.current;
      if (text && !isIsoDate(text)) say(asDate(text.trim()));
    };
    // Without network a date is typed as ISO 8601; what is none yet is kept as it stands.
    if (!readDate) void loadReader().then(read, () => undefined);
  };
  const pick = (date: string | null) => {
    if (date !== null) onChange(date);
    setPicking(false);
    // Where the hand is, once the calendar has let go of the focus.
    setTimeout(() => document.getElementById(id)?.focus());
  };
  const wrong = typed === null && value !== '' && !dated;
  // What it was read as, while that is not what stands there.
  const reads = typed !== null && dated && typed !== dates.day(value) && dates.day(value);
  const shown = typed ?? (dated ? dates.day(value) : value);
  return (
    <Line gap="$1" alignItems="flex-start">
      <Column flex={1} minWidth={0}>
        <Field
          label={label}
          value={shown}
          onChange={(text) => {
            setTyped(text);
            onChange(asDate(text.trim()));
          }}
          onFocus={begin}
          onBlur={() => {
            setRoom(Boolean(reads));
            setTyped(null);
          }}
          error={wrong ? t('refusal.date_notADate') : error}
          hint={[reads, hint].filter(Boolean).join(' · ') || (room ? '\u00a0' : undefined)}
          maxLength={40}
          {...(autoFocus && { autoFocus })}
          {...(onSubmit && { onSubmit })}
        />
      </Column>
      <Column paddingTop={24}>
        <Button
          id={id}
          icon={CalendarDays}
          iconOnly
          label={t('common.calendar')}
          onPress={() => setPicking(true)}
        />
      </Column>
      {picking ? (
        <Dialog open title={label} onClose={() => pick(null)}>
          <Suspense fallback={<Loading />}>
            <Calendar value={dated ? value : null} onPick={pick} />
          </Suspense>
          <Line gap="$2" justifyContent="space-between">
            <Button label={t('common.today')} onPress={() => pick(today)} />
            <Button label={t('common.cancel')} onPress={() => pick(null)} />
          </Line>
        </Dialog>
      ) : null}
    </Line>
  );
}
