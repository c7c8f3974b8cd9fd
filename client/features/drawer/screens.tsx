import type { CloseAnswer, CloseCommand, CountBegun } from '@abacist/contracts';
import { leaveIn } from '@abacist/core/change';
import { rollPieces } from '@abacist/core/money';
import { router } from '~/router';
import { useEffect, useRef, useState } from 'react';
import { useCommand } from '~/api/command';
import { useShop } from '~/api/session';
import { WillPost } from '~/features/books';
import { Explained } from '~/features/differences';
import { ticketIsEmpty, useTicket } from '~/features/ticket';
import { useWords } from '~/i18n';
import { useDifference } from '~/i18n/useDifference';
import { usePieces } from '~/i18n/usePieces';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Check } from '~/ui/Check';
import { Choice } from '~/ui/Choice';
import { Field } from '~/ui/Field';
import { BigMoney, Money, useMoney } from '~/ui/Money';
import { ErrorNote, Loading } from '~/ui/Notes';
import { Screen } from '~/ui/Screen';
import { Body, Heading } from '~/ui/Text';
import { Again } from './Again';
import { Cards, cardsApart } from './Cards';
import { Denomination } from './Denomination';
import { COUNT_WAYS, readCards, readCount } from './entry';
import { useCounts, useDraft } from './store';

export { FloatScreen } from './FloatScreen';

/** Counts a drawer by denomination and closes it; opening the page begins the count. */
export function CountScreen({ date, drawerId }: { date: string; drawerId: number }) {
  const t = useWords();
  const begin = useCommand<{ drawerId: number }, CountBegun>('/counts');
  const begun = useRef(false);
  const { mutate } = begin;
  useEffect(() => {
    if (begun.current) return;
    begun.current = true;
    mutate({ drawerId });
  }, [drawerId, mutate]);
  if (!begin.data) {
    return (
      <Screen title={t('count.title')} back={`/days/${date}`}>
        {begin.error ? (
          <Column padding="$4">
            <ErrorNote error={begin.error} />
          </Column>
        ) : (
          <Loading />
        )}
      </Screen>
    );
  }
  return <Count date={date} drawerId={drawerId} begun={begin.data} />;
}

function Count({
  date,
  drawerId,
  begun,
}: {
  date: string;
  drawerId: number;
  begun: CountBegun;
}) {
  const t = useWords();
  const money = useMoney();
  const differs = useDifference();
  const { currency } = useShop();
  const { sessionId, expectedMinor, floatMinor } = begun;
  const draft = useDraft(sessionId);
  const { change, clear, type } = useCounts();
  const close = useCommand<CloseCommand, CloseAnswer>(`/counts/${sessionId}/close`, () => {
    clear(sessionId);
    router.replace(`/days/${date}` as never);
  });
  const read = readCount(draft.entries, { currency, rollPieces: rollPieces(currency) });
  const { count, rolls } = read;
  const pieces = usePieces();
  const leftIn = leaveIn(count, floatMinor);
  const stays = leftIn && floatMinor > 0 ? t('count.leaveIn', { pieces: pieces(leftIn) }) : '';
  const there = begun.cheques.filter(({ id }) => draft.cheques.includes(id));
  const counted = there.reduce<number>(
    (total, { amountMinor }) => total + amountMinor,
    read.totalMinor,
  );
  const onPaper = begun.cheques.reduce((total, { amountMinor }) => total + amountMinor, 0);
  const difference = expectedMinor === null ? null : counted - expectedMinor;
  const cards = readCards(draft.cards, currency);
  const command = () => ({
    count,
    ...(Object.keys(rolls).length && { rolls }),
    chequeIds: there.map(({ id }) => id),
    ...(cards.length && { cards }),
    ...(draft.signed && { signed: true }),
    note: draft.note.trim(),
  });
  return (
    <Screen
      title={t('count.of', { drawer: begun.drawer })}
      eyebrow={t('count.title')}
      back={`/days/${date}`}
      footer={
        <>
          <ErrorNote error={close.error} />
          <Button
            kind="primary"
            big
            disabled={close.isPending || read.wrong}
            label={t('count.close', { amount: money(counted) })}
            onPress={() => close.mutate(command())}
          />
          <WillPost
            right="POST /counts/:id/close"
            path={`/counts/${sessionId}/close`}
            command={command}
          />
        </>
      }
    >
      <Column gap="$4" paddingBottom="$5">
        <Line padding="$4" paddingBottom={0} gap="$4" alignItems="flex-end" flexWrap="wrap">
          <Column flexGrow={1} flexShrink={0}>
            <Heading size="section">{t('days.counted')}</Heading>
            <BigMoney minor={counted} textAlign="left" />
          </Column>
          {difference === null ? null : (
            <Column alignItems="flex-end" role="status">
              <Body tone="faded">
                {t('count.expected', { amount: money(expectedMinor!) })}
              </Body>
              {onPaper ? (
                <Body small tone="faded">
                  {[
                    t('count.expectedCash', { amount: money(expectedMinor! - onPaper) }),
                    t('count.expectedCheques', { amount: money(onPaper) }),
                  ].join(' · ')}
                </Body>
              ) : null}
              <Body tone={differs(difference).tone} strong>
                {differs(difference).words}
              </Body>
            </Column>
          )}
        </Line>
        <Column paddingHorizontal="$4">
          <Choice
            label={t('count.by')}
            value={draft.way}
            options={COUNT_WAYS.map((value) => ({ value, label: t(`count.by_${value}`) }))}
            onChange={(way) => change(sessionId, { way })}
          />
        </Column>
        <Sheet>
          {begun.denominations.map((value) => (
            <Denomination
              key={value}
              value={value}
              way={draft.way}
              entry={draft.entries[value] ?? {}}
              onType={(typed) => type(sessionId, value, typed)}
            />
          ))}
          {difference === null || counted === 0 ? null : (
            <WhatExplains
              sessionId={sessionId}
              recordAt={(party) =>
                `/counter/money?${new URLSearchParams({
                  drawer: String(drawerId),
                  session: String(sessionId),
                  date,
                  ...(party !== undefined && { party }),
                })}`
              }
              onRing={() => {
                const { drawer } = begun;
                const ticket = useTicket.getState();
                // What another customer has on the counter is no part of this count.
                if (ticketIsEmpty(ticket))
                  ticket.begin({ counting: { sessionId, drawerId, drawer, date } });
                router.push('/counter');
              }}
              differenceMinor={difference}
              count={count}
              rolls={rolls}
              cards={cardsApart(begun.cards, cards)}
              missingCheques={begun.cheques.filter(({ id }) => !draft.cheques.includes(id))}
            />
          )}
        </Sheet>
        {begun.cheques.length ? <Cheques begun={begun} found={draft.cheques} /> : null}
        {begun.cards.length ? <Cards begun={begun} /> : null}
        <Column paddingHorizontal="$4" gap="$3">
          <Field
            label={t('count.note')}
            hint={t('count.noteHint')}
            value={draft.note}
            onChange={(note) => change(sessionId, { note })}
            maxLength={300}
          />
          <Body tone="faded">
            {[t('count.float', { amount: money(floatMinor) }), stays]
              .filter(Boolean)
              .join(' ')}
          </Body>
        </Column>
        {begun.twoSign ? (
          <Body tone="faded" paddingHorizontal="$4">
            {t('count.signAlways')}
          </Body>
        ) : (
          <Sheet>
            <Check
              on={draft.signed}
              onToggle={() => change(sessionId, { signed: !draft.signed })}
            >
              <Body flex={1} textAlign="left">
                {t('count.sign')}
              </Body>
            </Check>
          </Sheet>
        )}
        <Again
          begun={begun}
          counted={counted}
          command={{ count, chequeIds: there.map(({ id }) => id) }}
        />
      </Column>
    </Screen>
  );
}

/** Asked for by a button: while pieces are being typed, every figure differs. */
function WhatExplains(of: Parameters<typeof Explained>[0]) {
  const t = useWords();
  const [asked, setAsked] = useState(false);
  if (of.differenceMinor === 0) return null;
  return asked ? (
    <Explained {...of} />
  ) : (
    <Column padding="$2">
      <Button kind="plain" label={t('explained.ask')} onPress={() => setAsked(true)} />
    </Column>
  );
}

/** The cheques that the drawer should hold: each is ticked when it is found. */
function Cheques({ begun, found }: { begun: CountBegun; found: readonly number[] }) {
  const t = useWords();
  const { toggleCheque } = useCounts();
  return (
    <Column gap="$2">
      <Heading size="section" paddingHorizontal="$4">
        {t('count.cheques')}
      </Heading>
      <Sheet>
        {begun.cheques.map(({ id, number, drawnBy, amountMinor }) => (
          <Check
            key={id}
            on={found.includes(id)}
            onToggle={() => toggleCheque(begun.sessionId, id)}
          >
            <Body flex={1} textAlign="left">
              {t('count.cheque', { number, drawnBy })}
            </Body>
            <Money minor={amountMinor} strong={found.includes(id)} />
          </Check>
        ))}
      </Sheet>
    </Column>
  );
}
