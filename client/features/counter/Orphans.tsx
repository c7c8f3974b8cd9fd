import type { TerminalOrphan } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { Empty, ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';

/** Charges that the terminal approved and no ticket took. */
export function OrphansScreen() {
  const t = useWords();
  const dates = useDates();
  const orphans = useQuery({
    queryKey: ['terminal', 'orphans'],
    queryFn: () => request<{ charges: TerminalOrphan[] }>('GET', '/terminal/orphans'),
  });
  const resolve = useCommand<{ reference: string }, object>(
    ({ reference }) => `/terminal/${reference}/resolve`,
    undefined,
    () => ({}),
  );
  return (
    <Screen eyebrow={t('shell.counter')} title={t('terminal.title')} back="/loose-ends">
      <Column gap="$3" paddingBottom="$5">
        <Column paddingHorizontal="$4" gap="$2">
          <Body tone="faded">{t('terminal.text')}</Body>
          <ErrorNote error={resolve.error} />
        </Column>
        <Query of={orphans}>
          {({ charges }) =>
            charges.length === 0 ? (
              <Empty title={t('terminal.noneTitle')} text={t('terminal.noneText')} />
            ) : (
              <Sheet role="list">
                {charges.map((charge) => (
                  <SheetRow key={charge.reference} role="listitem" flexWrap="wrap">
                    <Column flex={1} minWidth={160}>
                      <Body strong>{t('terminal.charge', { ...charge })}</Body>
                      <Body small tone="faded">
                        {t('terminal.by', {
                          by: charge.by,
                          date: dates.day(dates.dateOf(charge.askedAt)),
                          time: dates.time(charge.askedAt),
                        })}
                      </Body>
                    </Column>
                    <Money minor={charge.amountMinor} strong />
                    <Button
                      label={t('terminal.resolve')}
                      disabled={resolve.isPending}
                      onPress={() => resolve.mutate({ reference: charge.reference })}
                    />
                  </SheetRow>
                ))}
              </Sheet>
            )
          }
        </Query>
      </Column>
    </Screen>
  );
}
