import type { EntryView } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column } from '~/ui/Box';
import { Query } from '~/ui/Query';
import { Body, Heading } from '~/ui/Text';
import { Entry } from './Entry';
import { memoOf } from './memo';

/** One entry by itself: beside the journal, or above it on a narrow screen. */
export function EntryPane({ id }: { id: number }) {
  const t = useWords();
  const dates = useDates();
  const entry = useQuery({
    queryKey: ['journal', 'entry', id],
    queryFn: () => request<EntryView>('GET', `/journal/${id}`),
  });
  return (
    <Query of={entry}>
      {(found) => (
        <Column gap="$2" role="region" aria-label={t('books.entry')}>
          <Heading size="section">
            {`${found.documentNumber ?? ''} ${t(`kind.${found.kind}`)}`.trim()}
          </Heading>
          <Body tone="faded">
            {[dates.day(found.date), memoOf(found)].filter(Boolean).join(' · ')}
          </Body>
          <Entry entry={found} />
        </Column>
      )}
    </Query>
  );
}
