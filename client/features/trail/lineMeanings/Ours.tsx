import type { MatchCommand, StatementView } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useMovementWords } from '~/features/bank';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Sheet, SheetRow } from '~/ui/Box';
import { Dialog } from '~/ui/Dialog';
import { Money, useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Body } from '~/ui/Text';
import type { MeaningDialog } from './room';

/** What of the shop’s own moves exactly this money and is under way: one of it is the line. */
export function MatchByHand({ line, onClose }: MeaningDialog) {
  const t = useWords();
  const money = useMoney();
  const words = useMovementWords();
  const { bankAccountId } = line;
  const statement = useQuery({
    queryKey: ['statement', bankAccountId],
    queryFn: () => request<StatementView>('GET', `/statement?bankAccountId=${bankAccountId}`),
  });
  const match = useCommand<MatchCommand, object>('/matches', onClose);
  return (
    <Dialog open title={t('trail.whichOfOurs')} onClose={onClose}>
      <Query of={statement}>
        {({ openMovements, proposals }) => {
          const all = [
            ...openMovements,
            ...proposals.flatMap(({ pairs }) => pairs.map(({ movement }) => movement)),
          ].filter(({ amountMinor }) => amountMinor === line.amountMinor);
          return all.length === 0 ? (
            <Body>{t('trail.noneOfOurs', { amount: money(line.amountMinor) })}</Body>
          ) : (
            <Sheet role="list">
              {all.map((movement) => (
                <SheetRow key={movement.key} role="listitem" flexWrap="wrap">
                  <Body flex={1}>{words(movement)}</Body>
                  <Money minor={movement.amountMinor} strong />
                  <Button
                    label={t('statement.accept', { count: 1 })}
                    disabled={match.isPending}
                    onPress={() =>
                      match.mutate({
                        bankAccountId,
                        pairs: [{ movement: movement.key, lineId: line.id }],
                      })
                    }
                  />
                </SheetRow>
              ))}
            </Sheet>
          );
        }}
      </Query>
      <ErrorNote error={match.error} />
      <Button label={t('common.cancel')} onPress={onClose} />
    </Dialog>
  );
}
