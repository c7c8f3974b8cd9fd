import type { CountBegun, TerminalReport } from '@abacist/contracts';
import { toDecimal } from '@abacist/core/money';
import { useMutation } from '@tanstack/react-query';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useAmountError } from '~/i18n/useAmountError';
import { useDifference } from '~/i18n/useDifference';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Body, Heading } from '~/ui/Text';
import { readCards } from './entry';
import { useCounts, useDraft } from './store';

type Card = CountBegun['cards'][number];

/** How far the terminal’s report is from the till, by the name of each card; nothing where it is blind. */
export function cardsApart(
  cards: readonly Card[],
  typed: readonly { pot: string; terminalMinor: number }[],
): { tender: string; differenceMinor: number }[] {
  return typed.flatMap(({ pot, terminalMinor }) => {
    const card = cards.find((one) => one.pot === pot);
    return card && card.tillMinor !== null
      ? [{ tender: card.label, differenceMinor: terminalMinor - card.tillMinor }]
      : [];
  });
}

/** What the terminal’s report says of each card, beside what the till took by it. */
export function Cards({ begun: { sessionId, cards, terminal } }: { begun: CountBegun }) {
  const t = useWords();
  const { currency } = useShop();
  const { cards: typed } = useDraft(sessionId);
  const { change } = useCounts();
  const wrong = useAmountError();
  const apart = cardsApart(cards, readCards(typed, currency));
  const take = useMutation({
    mutationFn: () => request<TerminalReport>('GET', `/counts/${sessionId}/terminal`),
    onSuccess: (report) =>
      change(sessionId, {
        cards: Object.fromEntries(
          cards.map(({ pot }) => [
            pot,
            toDecimal(
              report.cards.find((card) => card.pot === pot)?.terminalMinor ?? 0,
              currency,
            ),
          ]),
        ),
      }),
  });
  return (
    <Column gap="$2">
      <Column paddingHorizontal="$4">
        <Heading size="section">{t('count.cards')}</Heading>
        <Body small tone="faded">
          {t('count.cardsHint')}
        </Body>
        {terminal ? (
          <Line paddingTop="$2">
            <Button
              label={t('count.takeReport')}
              disabled={take.isPending}
              onPress={() => take.mutate()}
            />
          </Line>
        ) : null}
        <ErrorNote error={take.error} />
      </Column>
      <Sheet>
        {cards.map(({ pot, label, tillMinor }) => (
          <SheetRow key={pot} gap="$3">
            <Column flex={1}>
              <Body>{label}</Body>
              <Told
                tillMinor={tillMinor}
                apart={apart.find(({ tender }) => tender === label)?.differenceMinor}
              />
            </Column>
            <Column width={130}>
              <Field
                label={t('count.cardTotal', { card: label })}
                hideLabel
                numeric
                value={typed[pot] ?? ''}
                onChange={(text) => change(sessionId, { cards: { ...typed, [pot]: text } })}
                error={wrong(typed[pot] ?? '')}
              />
            </Column>
          </SheetRow>
        ))}
      </Sheet>
    </Column>
  );
}

function Told({ tillMinor, apart }: { tillMinor: number | null; apart: number | undefined }) {
  const t = useWords();
  const money = useMoney();
  const differs = useDifference();
  if (tillMinor === null) return null;
  const till = t('count.till', { amount: money(tillMinor) });
  if (apart === undefined)
    return (
      <Body small tone="faded">
        {till}
      </Body>
    );
  const { words, tone } = differs(apart);
  return (
    <Body small tone={tone}>
      {`${till} · ${words}`}
    </Body>
  );
}
