import type { CountEvidence } from '@abacist/contracts';
import { explainDifference, type Evidence, type Explanation } from '@abacist/core/differences';
import { denominations, rollPieces } from '@abacist/core/money';
import { useQuery } from '@tanstack/react-query';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import { useTheme } from '@tamagui/core';
import { useState } from 'react';
import { router } from '~/router';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords, useWordsByCode } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, SheetRow } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { useMoney } from '~/ui/Money';
import { Loading, ReadFailed } from '~/ui/Notes';
import { Body } from '~/ui/Text';

/** So many stand there at once: the others wait behind a button. */
const FIRST = 3;

/**
 * What may stand behind a difference, before it is written off: searched in the receipts of its
 * session, best first; each leads to its receipt. Where nothing fits it says so.
 */
export function Explained({
  sessionId,
  differenceMinor,
  count,
  missingCheques,
  rolls,
  cards,
  recordAt,
  onRing,
}: {
  sessionId: number;
  differenceMinor: number;
  count: Evidence['count'];
  /** Those that are not ticked off yet; without it, those that the closed count missed. */
  missingCheques?: Evidence['missingCheques'];
  /** What is being counted and compared now; without it, what the closed count has. */
  rolls?: Evidence['rolls'];
  cards?: Evidence['cards'];
  /** Where what was left out is recorded, while the count is open; `party` fills it in. */
  recordAt?: (party?: string) => string;
  /** Rings into the count what was left out of it, or rung wrong and voided. */
  onRing?: () => void;
}) {
  const t = useWords();
  const { currency } = useShop();
  const [all, setAll] = useState(false);
  const evidence = useQuery({
    queryKey: ['counts', sessionId, 'evidence'],
    queryFn: () => request<CountEvidence>('GET', `/counts/${sessionId}/evidence`),
    staleTime: 10_000,
    enabled: differenceMinor !== 0,
  });
  if (differenceMinor === 0) return null;
  if (evidence.isPending) return <Loading />;
  if (evidence.isError)
    return <ReadFailed error={evidence.error} again={() => void evidence.refetch()} />;
  const found = explainDifference({
    ...evidence.data,
    differenceMinor,
    count,
    rolls: rolls ?? evidence.data.rolls,
    cards: cards ?? evidence.data.cards,
    rollPieces: rollPieces(currency),
    denominations: denominations(currency),
    missingCheques: missingCheques ?? evidence.data.missingCheques,
  });
  const shown = all ? found : found.slice(0, FIRST);
  return (
    <Column role="group" aria-label={t('explained.title')}>
      <SheetRow minHeight={40}>
        <Body small tone="faded">
          {found.length === 0 ? t('explained.none') : t('explained.title')}
        </Body>
      </SheetRow>
      <Column role="list" aria-label={t('explained.title')}>
        {shown.map((one, i) => (
          <ExplanationRow key={i} of={one} {...(recordAt && { recordAt })} />
        ))}
      </Column>
      {recordAt ? (
        <Line padding="$2" gap="$2" flexWrap="wrap">
          <Button
            kind="plain"
            label={t('explained.record')}
            onPress={() => router.push(recordAt() as never)}
          />
          {onRing ? (
            <Button kind="plain" label={t('explained.ring')} onPress={onRing} />
          ) : null}
        </Line>
      ) : null}
      {found.length > shown.length ? (
        <Column padding="$2">
          <Button
            kind="plain"
            label={t('explained.more', { count: found.length - shown.length })}
            onPress={() => setAll(true)}
          />
        </Column>
      ) : null}
    </Column>
  );
}

function ExplanationRow({
  of,
  recordAt,
}: {
  of: Explanation;
  recordAt?: (party?: string) => string;
}) {
  const t = useWords();
  const theme = useTheme();
  const words = useExplanationWords();
  const [receipt] = of.documents.slice(-1);
  const { party } = of.params;
  const to = receipt
    ? `/sales/${receipt.saleId}`
    : party !== undefined
      ? recordAt?.(String(party))
      : undefined;
  const inside = (
    <Line flex={1} gap="$2" minWidth={0}>
      <Column flex={1} minWidth={0}>
        <Body>{words(of)}</Body>
        {of.alike > 0 ? (
          <Body small tone="faded">
            {t('explained.alike', { count: of.alike })}
          </Body>
        ) : null}
      </Column>
      {to ? <ChevronRight size={20} color={theme.faded.val} aria-hidden /> : null}
    </Line>
  );
  return to ? (
    <ListLink to={to}>{inside}</ListLink>
  ) : (
    <SheetRow role="listitem">{inside}</SheetRow>
  );
}

/** An explanation as a sentence, its amounts written as money. */
function useExplanationWords(): (of: Explanation) => string {
  const say = useWordsByCode();
  const money = useMoney();
  return ({ cause, documents, params }) =>
    say(`explained.cause_${cause}`, {
      ...Object.fromEntries(
        Object.entries(params).map(([name, value]) => [
          name,
          name.endsWith('Minor') ? money(Number(value)) : value,
        ]),
      ),
      numbers: documents.map(({ number }) => number).join(', '),
    });
}
