import type { EntryView } from '@abacist/contracts';
import { kindOfPot } from '@abacist/core/days';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column, Line } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { Body } from '~/ui/Text';
import { SidesHead } from './SidesHead';

/** A journal entry: its debits and credits in two columns; unless it is a draft, who posted it when. */
export function Entry({ entry, draft }: { entry: EntryView; draft?: boolean }) {
  const t = useWords();
  const dates = useDates();
  const whose = useWhose(entry);
  return (
    <Column gap="$1" backgroundColor="$well" padding="$3" borderRadius="$2">
      <Line gap="$2" aria-hidden>
        <SidesHead />
      </Line>
      {entry.lines.map((line, i) => (
        <Line key={i} gap="$2" alignItems="flex-start">
          <Column flex={2} minWidth={0}>
            <Body small>{t(`account.${line.account}`)}</Body>
            <Body small tone="faded">
              {[line.number, line.of, whose(line)].filter(Boolean).join(' · ')}
            </Body>
          </Column>
          <Column flex={1}>
            {line.amountMinor > 0 ? <Money small minor={line.amountMinor} /> : null}
          </Column>
          <Column flex={1}>
            {line.amountMinor < 0 ? <Money small minor={-line.amountMinor} /> : null}
          </Column>
        </Line>
      ))}
      {draft ? null : (
        <Body small tone="faded">
          {t(entry.journalNumber === null ? 'books.notSealed' : 'books.sealed', {
            number: entry.journalNumber,
            by: entry.by,
            date: dates.day(entry.date),
            time: dates.time(entry.postedAt),
          })}
        </Body>
      )}
      {entry.approval ? (
        <Body small tone="faded">
          {t('books.approved', { ...entry.approval })}
        </Body>
      ) : null}
    </Column>
  );
}

/** Whose takings a line moves, where an entry moves those of another day or of several. */
function useWhose(entry: EntryView): (line: EntryView['lines'][number]) => string | null {
  const t = useWords();
  const dates = useDates();
  const moved = entry.lines.flatMap(({ takings }) => takings ?? []);
  const one = new Set(moved.map(({ day, pot }) => `${day} ${pot}`)).size < 2;
  if (one && moved.every(({ day }) => day === entry.date)) return () => null;
  return ({ takings }) =>
    takings &&
    t('books.takingsOf', {
      day: dates.day(takings.day),
      pot:
        takings.label === takings.pot ? t(`tender.${kindOfPot(takings.pot)}`) : takings.label,
    });
}
