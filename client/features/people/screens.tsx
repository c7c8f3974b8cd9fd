import type { FailedTry } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { Empty } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';

/** For the manager: who could not get in, where and when; the newest first. */
export function FailedTriesScreen() {
  const t = useWords();
  const dates = useDates();
  const read = useQuery({
    queryKey: ['failed-tries'],
    queryFn: () => request<{ tries: FailedTry[] }>('GET', '/failed-tries'),
  });
  return (
    <Screen eyebrow={t('books.shop')} title={t('books.shopTries')} back="/books/shop">
      <Query of={read}>
        {({ tries }) =>
          tries.length === 0 ? (
            <Empty title={t('books.triesNoneTitle')} text={t('books.triesNoneText')} />
          ) : (
            <Sheet role="list">
              {tries.map(({ kind, name, by, address, triedAt }, i) => (
                <SheetRow key={i} role="listitem">
                  <Column flex={1} minWidth={0}>
                    <Body strong>
                      {name
                        ? t('books.triesWhose', {
                            name,
                            kind: t(`books.tries_${kind}`, { by }),
                          })
                        : t('books.triesNobody')}
                    </Body>
                    <Body small tone="faded">
                      {address}
                    </Body>
                  </Column>
                  <Body small>
                    {`${dates.day(dates.dateOf(triedAt))} ${dates.time(triedAt)}`}
                  </Body>
                </SheetRow>
              ))}
            </Sheet>
          )
        }
      </Query>
    </Screen>
  );
}
