import type { ComparedRow, DecideCard, SameCard } from '@abacist/contracts';
import { useState } from 'react';
import { router } from '~/router';
import { useCommand } from '~/api/command';
import { useWords } from '~/i18n';
import { AskWhy } from '~/ui/AskWhy';
import { Button } from '~/ui/Button';
import { Line } from '~/ui/Box';
import { ErrorNote } from '~/ui/Notes';
import { RingUp } from './RingUp';

type What = DecideCard['what'];

/** What can be decided of a card by its difference; what else can be done leads elsewhere. */
function choicesOf({ what, differenceMinor }: ComparedRow): What[] {
  if (what === 'wrongScheme' || differenceMinor === 0) return [];
  return what === 'missingThere' ? ['later', 'claim', 'adjusted'] : ['claim', 'adjusted'];
}

const WORDS = { claim: 'claim', adjusted: 'adjust', later: 'later' } as const;

/** How a difference is put right where it stands. */
export function Mends({ row, settlementId }: { row: ComparedRow; settlementId: number }) {
  const t = useWords();
  const [asking, setAsking] = useState<What | null>(null);
  const { ours, theirs, what } = row;
  const same = useCommand<SameCard, object>(`/settlements/${settlementId}/same`);
  return (
    <Line gap="$2" flexWrap="wrap">
      {ours ? (
        <Button
          label={
            what === 'wrongScheme'
              ? t('settlement.correct')
              : t('settlement.openSale', { number: ours.number })
          }
          onPress={() => router.push(`/sales/${ours.saleId}`)}
        />
      ) : null}
      {what === 'missingHere' ? <Missing row={row} settlementId={settlementId} /> : null}
      {what === 'rungLater' ? (
        <Button
          kind="primary"
          label={t('settlement.same')}
          disabled={same.isPending}
          onPress={() =>
            same.mutate({ position: theirs!.position, saleTenderId: ours!.saleTenderId })
          }
        />
      ) : null}
      <ErrorNote error={same.error} />
      {choicesOf(row).map((choice) => (
        <Button
          key={choice}
          label={t(`settlement.${WORDS[choice]}`)}
          onPress={() => setAsking(choice)}
        />
      ))}
      {asking ? (
        <AskWhy
          title={t(`settlement.${WORDS[asking]}Title`)}
          text={t(`settlement.${WORDS[asking]}Text`)}
          label={t(`settlement.${WORDS[asking]}`)}
          path={`/settlements/${settlementId}/cards`}
          also={{
            position: theirs?.position ?? null,
            saleTenderId: ours?.saleTenderId ?? null,
            what: asking,
          }}
          onClose={() => setAsking(null)}
        />
      ) : null}
    </Line>
  );
}

/** A sale that the till has not is rung up here; what was given back is returned of its sale. */
function Missing({ row, settlementId }: { row: ComparedRow; settlementId: number }) {
  const t = useWords();
  const [ringing, setRinging] = useState(false);
  const theirs = row.theirs!;
  return theirs.amountMinor < 0 ? (
    <Button
      label={t('settlement.giveBack')}
      onPress={() => router.push(`/counter/return?find=${theirs.lastFour}`)}
    />
  ) : (
    <>
      <Button label={t('settlement.ringUp')} onPress={() => setRinging(true)} />
      {ringing ? (
        <RingUp card={theirs} settlementId={settlementId} onClose={() => setRinging(false)} />
      ) : null}
    </>
  );
}
