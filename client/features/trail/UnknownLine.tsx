import type { LineTrail, MatchCommand, StatementView } from '@abacist/contracts';
import { mayAs } from '@abacist/core/people';
import { useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useSignedIn } from '~/api/session';
import { AccountFinder } from '~/features/accounts';
import { useMovementWords } from '~/features/bank';
import { FindReturned } from '~/features/cheques';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { Dialog } from '~/ui/Dialog';
import { Money, useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Body } from '~/ui/Text';

/**
 * What a line that nobody knows may be: a customer’s payment, a cheque that came back, or what the
 * shop itself moved.
 */
export function UnknownLine({ line }: { line: LineTrail['line'] }) {
  const t = useWords();
  const { person } = useSignedIn();
  const [open, setOpen] = useState(false);
  const [ours, setOurs] = useState(false);
  if (!mayAs(person.role, 'bookkeeper')) return null;
  const close = () => setOpen(false);
  const came = line.amountMinor > 0;
  return (
    <Column paddingHorizontal="$4" gap="$3" alignItems="flex-start">
      <Button
        kind="primary"
        label={t(came ? 'trail.isPayment' : 'trail.isReturned')}
        onPress={() => setOpen(true)}
      />
      <Button label={t('trail.isOurs')} onPress={() => setOurs(true)} />
      {ours ? <MatchByHand line={line} onClose={() => setOurs(false)} /> : null}
      {open && came ? (
        <Dialog open title={t('trail.whosePayment')} onClose={close}>
          <AccountFinder
            fits={({ closed }) => !closed}
            onChoose={({ id }) => router.push(`/accounts/${id}/pay?line=${line.id}` as never)}
          />
          <Button label={t('common.cancel')} onPress={close} />
        </Dialog>
      ) : null}
      {open && !came ? (
        <FindReturned line={line} amountMinor={-line.amountMinor} onClose={close} />
      ) : null}
    </Column>
  );
}

/** What of the shop’s own moves exactly this money and is under way: one of it is the line. */
function MatchByHand({ line, onClose }: { line: LineTrail['line']; onClose: () => void }) {
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
