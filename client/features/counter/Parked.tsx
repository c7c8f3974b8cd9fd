import type { Parked } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { router } from '~/router';
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
import { ticketIsEmpty, useTicket, type Parkable } from '~/features/ticket';

/** Tickets put aside, to be taken up at this drawer. */
export function ParkedScreen() {
  const t = useWords();
  const dates = useDates();
  const ticket = useTicket();
  const parked = useQuery({
    queryKey: ['parked'],
    queryFn: () => request<{ parked: Parked[] }>('GET', '/parked'),
  });
  const takeUp = useCommand<{ id: number }, { ticket: Parkable }>(
    ({ id }) => `/parked/${id}/take-up`,
    ({ ticket: taken }) => {
      ticket.begin(taken);
      router.replace('/counter');
    },
    () => ({}),
  );
  const free = ticketIsEmpty(ticket);
  return (
    <Screen eyebrow={t('shell.counter')} title={t('more.parked')} back="/counter">
      <Column gap="$3" paddingBottom="$5">
        <Column paddingHorizontal="$4" gap="$2">
          {free ? null : <Body tone="loose">{t('orders.ticketUnderWay')}</Body>}
          <ErrorNote error={takeUp.error} />
        </Column>
        <Query of={parked}>
          {(data) =>
            data.parked.length === 0 ? (
              <Empty title={t('more.noneTitle')} text={t('more.noneText')} />
            ) : (
              <Sheet role="list">
                {data.parked.map((one) => (
                  <SheetRow key={one.id} role="listitem">
                    <Column flex={1} minWidth={0}>
                      <Body strong>{one.label}</Body>
                      <Body small tone="faded">
                        {t('more.parkedBy', { by: one.by, time: dates.time(one.parkedAt) })}
                      </Body>
                    </Column>
                    <Money minor={one.totalMinor} strong />
                    <Button
                      label={t('more.takeUp')}
                      disabled={!free || takeUp.isPending}
                      onPress={() => takeUp.mutate({ id: one.id })}
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
