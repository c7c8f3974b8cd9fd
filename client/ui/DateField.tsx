import { isIsoDate } from '@abacist/core/dates';
import CalendarDays from 'lucide-react-native/icons/calendar-days';
import { lazy, Suspense, useState } from 'react';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from './Button';
import { Column, Line } from './Box';
import { Dialog } from './Dialog';
import { Field } from './Field';
import { Loading } from './Notes';

const Calendar = lazy(() => import('./Calendar'));

type Reader = typeof import('@abacist/core/typedDate').readDate;
/** Reads dates as people type them; it comes when a date field is first entered. */
let reader: Reader | undefined;
const loadReader = async () => {
  reader = (await import('@abacist/core/typedDate')).readDate;
  return reader;
};

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
  const dated = isIsoDate(value);
  const type = (text: string) => {
    setTyped(text);
    const read = (by: Reader) => {
      const found = by(text, today, locale);
      onChange(found.ok ? found.value : text.trim());
    };
    if (isIsoDate(text.trim()) || text.trim() === '') onChange(text.trim());
    else if (reader) read(reader);
    else void loadReader().then(read);
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
          onChange={type}
          onFocus={() => {
            setTyped(shown);
            if (!reader) void loadReader();
          }}
          onBlur={() => setTyped(null)}
          error={wrong ? t('refusal.date_notADate') : error}
          hint={[reads, hint].filter(Boolean).join(' · ') || undefined}
          maxLength={40}
          {...(autoFocus && { autoFocus })}
          {...(onSubmit && { onSubmit })}
        />
      </Column>
      <Column paddingTop={24}>
        <Button
          icon={CalendarDays}
          iconOnly
          label={t('common.calendar')}
          onPress={() => setPicking(true)}
        />
      </Column>
      {picking ? (
        <Dialog open title={label} onClose={() => setPicking(false)}>
          <Suspense fallback={<Loading />}>
            <Calendar
              value={dated ? value : null}
              onPick={(date) => {
                onChange(date);
                setPicking(false);
              }}
            />
          </Suspense>
          <Line gap="$2" justifyContent="space-between">
            <Button
              label={t('common.today')}
              onPress={() => {
                onChange(today);
                setPicking(false);
              }}
            />
            <Button label={t('common.cancel')} onPress={() => setPicking(false)} />
          </Line>
        </Dialog>
      ) : null}
    </Line>
  );
}
