import type { LinePage, UndoMatches } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { ListLink } from '~/ui/ListLink';
import { Money } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Body } from '~/ui/Text';
import { useMovementWords } from './useMovementWords';

/** What the engine settled of a file by itself: the list of it, each with its page; and all of it undone at once. */
export function Settled({ fileId, bankAccountId }: { fileId: number; bankAccountId: number }) {
  const t = useWords();
  const dates = useDates();
  const words = useMovementWords();
  const [asks, setAsks] = useState(false);
  const close = () => setAsks(false);
  const undo = useCommand<UndoMatches, object>('/matches/undo', close);
  const lines = useQuery({
    queryKey: ['statement-lines', 'certain', fileId],
    queryFn: () =>
      request<LinePage>(
        'GET',
        `/statement/lines?bankAccountId=${bankAccountId}&certainOf=${fileId}&limit=200`,
      ),
  });
  return (
    <Query of={lines}>
      {({ lines: settled }) =>
        settled.length === 0 ? null : (
          <Column gap="$2">
            <Sheet role="list" aria-label={t('statement.settled')}>
              {settled.map(({ id, date, amountMinor, match }) => (
                <ListLink key={id} to={`/lines/${id}`}>
                  <Column flex={1} minWidth={0}>
                    <Body>{match ? words(match.movements[0]!) : ''}</Body>
                    <Body small tone="faded">
                      {dates.day(date)}
                    </Body>
                  </Column>
                  <Money minor={amountMinor} strong />
                </ListLink>
              ))}
            </Sheet>
            <Line>
              <Button
                kind="plain"
                label={t('statement.undoSettled', { count: settled.length })}
                onPress={() => setAsks(true)}
              />
            </Line>
            <Dialog
              open={asks}
              title={t('statement.undoSettled', { count: settled.length })}
              onClose={close}
            >
              <Body>{t('trail.undoAsk')}</Body>
              <ErrorNote error={undo.error} />
              <Decide
                label={t('statement.undoSettled', { count: settled.length })}
                disabled={undo.isPending}
                onDecide={() =>
                  undo.mutate({
                    groupIds: settled.flatMap(({ match }) => (match ? [match.groupId] : [])),
                  })
                }
                onCancel={close}
              />
            </Dialog>
          </Column>
        )
      }
    </Query>
  );
}
