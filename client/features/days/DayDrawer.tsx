import type { DaySheet } from '@abacist/contracts';
import { router } from '~/router';
import { Explained } from '~/features/differences';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { useDifference } from '~/i18n/useDifference';
import { usePieces } from '~/i18n/usePieces';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Money, useMoney } from '~/ui/Money';
import { Tag } from '~/ui/Tag';
import { Body, Heading } from '~/ui/Text';

export function Drawer({
  drawer,
  date,
}: {
  drawer: DaySheet['drawers'][number];
  date: string;
}) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const differs = useDifference();
  return (
    <Column gap="$2">
      <Line paddingHorizontal="$4" justifyContent="space-between" gap="$2">
        <Heading size="section">{t('days.drawer', { drawer: drawer.name })}</Heading>
        {drawer.status === 'closed' ? (
          <Tag tone="home" label={t('days.closed')} />
        ) : (
          <Button
            label={drawer.status === 'open' ? t('days.countIt') : t('days.goOnCounting')}
            onPress={() => router.push(`/days/${date}/count/${drawer.drawerId}` as never)}
          />
        )}
      </Line>
      {drawer.openings.map((opening) => (
        <Sheet key={opening.number}>
          <SheetRow>
            <Column flex={1} minWidth={0}>
              <Body>
                {t('days.opened', {
                  number: opening.number,
                  time: dates.time(opening.openedAt),
                  by: opening.by,
                })}
              </Body>
              <Body small tone={differs(opening.differenceMinor).tone}>
                {[differs(opening.differenceMinor).words, opening.note]
                  .filter(Boolean)
                  .join(' · ')}
              </Body>
            </Column>
            <Money minor={opening.countedMinor} />
          </SheetRow>
        </Sheet>
      ))}
      {drawer.closes.map((close) => (
        <Sheet key={close.number}>
          <SheetRow>
            <Body tone="faded" small>
              {t('days.closeHead', {
                number: close.number,
                time: dates.time(close.closedAt),
                by: close.by,
              })}
            </Body>
            <Body tone={differs(close.differenceMinor).tone} strong>
              {differs(close.differenceMinor).words}
            </Body>
          </SheetRow>
          {(
            [
              ['expectedIn', close.expectedMinor],
              ['countedIn', close.countedMinor],
              ['toSafe', close.toSafeMinor],
              ['floatLeft', close.floatLeftMinor],
            ] as const
          ).map(([label, minor]) => (
            <SheetRow key={label} minHeight={40}>
              <Body>{t(`days.${label}`)}</Body>
              <Money minor={minor} />
            </SheetRow>
          ))}
          <SheetRow>
            <Body small tone="faded">
              {[
                ...close.count.map(({ denominationMinor, pieces, rolls }) =>
                  [
                    `${pieces} × ${money(denominationMinor)}`,
                    ...(rolls ? [`(${t('days.rollsOf', { count: rolls })})`] : []),
                  ].join(' '),
                ),
                ...(chequesOf(close)
                  ? [t('days.chequesOf', { amount: money(chequesOf(close)) })]
                  : []),
              ].join(', ')}
            </Body>
          </SheetRow>
          <Stays close={close} />
          <Compared close={close} />
          {close.note ? (
            <SheetRow>
              <Body>{t('days.noteIs', { note: close.note })}</Body>
            </SheetRow>
          ) : null}
          {close.differenceMinor !== 0 ? (
            <Explained
              sessionId={close.sessionId}
              differenceMinor={close.differenceMinor}
              count={Object.fromEntries(
                close.count.map(({ denominationMinor, pieces }) => [
                  denominationMinor,
                  pieces,
                ]),
              )}
            />
          ) : null}
        </Sheet>
      ))}
    </Column>
  );
}

type Close = DaySheet['drawers'][number]['closes'][number];

/** What of a count was cheques: all but the pieces. */
const chequesOf = ({ count, countedMinor }: Close) =>
  countedMinor -
  count.reduce(
    (total, { denominationMinor, pieces }) => total + denominationMinor * pieces,
    0,
  );

/** The pieces that stay as the float, and those that go to the safe, where they are known. */
function Stays({ close: { count } }: { close: Close }) {
  const t = useWords();
  const pieces = usePieces();
  if (count.length === 0 || count.some(({ stays }) => stays === null)) return null;
  const of = (piecesOf: (one: Close['count'][number]) => number) =>
    pieces(Object.fromEntries(count.map((one) => [one.denominationMinor, piecesOf(one)])));
  const told = [
    ['days.stays', of(({ stays }) => stays!)],
    ['days.leaves', of((one) => one.pieces - one.stays!)],
  ] as const;
  return (
    <SheetRow minHeight={40}>
      <Body small tone="faded">
        {told.flatMap(([word, list]) => (list ? [t(word, { pieces: list })] : [])).join(' · ')}
      </Body>
    </SheetRow>
  );
}

/** What stands beside a count: the counts before it, who signed as well, the terminal’s report. */
function Compared({ close }: { close: Close }) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const apart = ({ tillMinor, terminalMinor }: Close['cards'][number]) =>
    tillMinor !== terminalMinor;
  const agreeing = close.cards
    .filter((card) => !apart(card))
    .map(({ label, tillMinor }) => `${label} ${money(tillMinor)}`);
  const lines = [
    ...close.before.map(({ countedMinor, by, countedAt }) => ({
      told: t('count.before', {
        amount: money(countedMinor),
        by,
        time: dates.time(countedAt),
      }),
      differs: false,
    })),
    ...(close.witness
      ? [{ told: t('days.signedBy', { name: close.witness }), differs: false }]
      : []),
    ...(agreeing.length
      ? [{ told: t('days.cardsAgree', { cards: agreeing.join(', ') }), differs: false }]
      : []),
    ...close.cards.filter(apart).map(({ label, tillMinor, terminalMinor }) => ({
      told: t('days.cardDiffers', {
        label,
        terminal: money(terminalMinor),
        till: money(tillMinor),
        difference: money(terminalMinor - tillMinor),
      }),
      differs: true,
    })),
  ];
  return lines.map(({ told, differs }) => (
    <SheetRow key={told} minHeight={40}>
      <Body small tone={differs ? 'loose' : 'faded'}>
        {told}
      </Body>
    </SheetRow>
  ));
}
