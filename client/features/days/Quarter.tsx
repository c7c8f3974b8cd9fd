import type { Rod } from '@abacist/contracts';
import { addDays } from '@abacist/core/dates';
import {
  isUnderWay,
  quarterOf,
  STAGES,
  underWay,
  WAYS,
  weeksOf,
  whereIsAll,
  type WaitsFor,
  type Way,
  type WhereRow,
} from '@abacist/core/days';
import { useMedia } from '@tamagui/core';
import { useQuery } from '@tanstack/react-query';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import type { LucideIcon } from 'lucide-react-native';
import ArrowRight from 'lucide-react-native/icons/arrow-right';
import ChevronsLeft from 'lucide-react-native/icons/chevrons-left';
import ChevronsRight from 'lucide-react-native/icons/chevrons-right';
import { useState, type KeyboardEvent } from 'react';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { SmallRod } from '~/ui/Abacus';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Money, useMoney } from '~/ui/Money';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';
import { Link } from '~/router';
import { Homeward } from './Homeward';
import { useBeadWords, useRodText } from './words';
import { WaitsChoice } from './WaitsChoice';

/** A quarter of rods at a glance: where every cent of it is, and which days hold it back. */
export function QuarterScreen() {
  const t = useWords();
  const dates = useDates();
  const shop = useShop();
  const [day, setDay] = useState(shop.today);
  const { wide } = useMedia();
  const [waits, setWaits] = useState<WaitsFor | ''>('');
  const span = quarterOf(day);
  const { from, to } = span;
  const rods = useQuery({
    queryKey: ['days', 'quarter', from],
    queryFn: () => request<{ rods: Rod[] }>('GET', `/days?before=${addDays(to, 1)}&limit=100`),
  });
  return (
    <Screen
      width={1240}
      back="/days"
      eyebrow={t('days.quarter')}
      title={t('days.quarterOf', {
        from: dates.monthName(from),
        to: dates.month(to.slice(0, 7)),
      })}
    >
      <Query of={rods}>
        {(page) => {
          const shown = page.rods.filter(({ date }) => from <= date && date <= to);
          return (
            <Column gap="$3" paddingBottom="$5">
              {wide ? <Where rods={shown} /> : null}
              <Line paddingHorizontal="$4" gap="$3" flexWrap="wrap">
                <WaitsChoice value={waits} onChange={setWaits} />
                <Line gap="$2">
                  <Turn
                    icon={ArrowLeft}
                    word="before"
                    shortcut="["
                    to={addDays(from, -1)}
                    {...{ setDay }}
                  />
                  <Turn
                    icon={ArrowRight}
                    word="after"
                    shortcut="]"
                    to={addDays(to, 1)}
                    {...{ setDay }}
                  />
                  <Turn
                    icon={ChevronsLeft}
                    word="yearBefore"
                    to={addYears(from, -1)}
                    {...{ setDay }}
                  />
                  <Turn
                    icon={ChevronsRight}
                    word="yearAfter"
                    to={addYears(from, 1)}
                    {...{ setDay }}
                  />
                </Line>
              </Line>
              <Weeks rods={shown} weeks={weeksOf(span)} waits={waits} />
              {wide ? null : <Where rods={shown} />}
              <Homeward {...{ from, to }} rods={shown} />
            </Column>
          );
        }}
      </Query>
    </Screen>
  );
}

const addYears = (date: string, years: number) =>
  `${String(Number(date.slice(0, 4)) + years).padStart(4, '0')}${date.slice(4)}`;

/** To another quarter: none begins after today. */
function Turn({
  icon,
  word,
  shortcut,
  to,
  setDay,
}: {
  icon: LucideIcon;
  word: 'before' | 'after' | 'yearBefore' | 'yearAfter';
  shortcut?: string;
  to: string;
  setDay: (day: string) => void;
}) {
  const t = useWords();
  const { today } = useShop();
  return (
    <Button
      iconOnly
      icon={icon}
      label={t(`days.quarter_${word}`)}
      {...(shortcut && { shortcut })}
      disabled={to > today}
      onPress={() => setDay(to)}
    />
  );
}

const COLUMNS = [...STAGES, 'beside', 'takenMinor'] as const satisfies (keyof WhereRow)[];

/** Of what was taken in the quarter: where every cent is. */
function Where({ rods }: { rods: readonly Rod[] }) {
  const t = useWords();
  const money = useMoney();
  const media = useMedia();
  const byWay = whereIsAll(rods.flatMap(({ beads }) => beads));
  const ways = WAYS.filter((way) => COLUMNS.some((column) => byWay[way][column] !== 0));
  // Who counts blind is not told what lies in the drawers: no sum could be true.
  if (ways.length === 0 || rods.some(({ takenMinor }) => takenMinor === null)) return null;
  const all = (column: keyof WhereRow) =>
    ways.reduce((total, way) => total + byWay[way][column], 0);
  const head = (column: keyof WhereRow) =>
    column === 'beside' || column === 'takenMinor'
      ? t(`days.where_${column}`)
      : t(`stage.${column}`);
  if (!media.wide) {
    return (
      <Sheet>
        {ways.map((way: Way) => (
          <SheetRow key={way}>
            <Column flex={1} minWidth={0}>
              <Body>{t(`days.way_${way}`)}</Body>
              <Body small tone="faded">
                {COLUMNS.slice(0, -1)
                  .filter((column) => byWay[way][column] !== 0)
                  .map((column) => `${head(column)} ${money(byWay[way][column])}`)
                  .join(' · ')}
              </Body>
            </Column>
            <Money minor={byWay[way].takenMinor} />
          </SheetRow>
        ))}
        <SheetRow>
          <Body strong>{t('days.where_takenMinor')}</Body>
          <Money minor={all('takenMinor')} strong />
        </SheetRow>
      </Sheet>
    );
  }
  const cell = { flex: 1, alignItems: 'flex-end' } as const;
  return (
    <Sheet role="table" aria-label={t('days.where')} marginHorizontal="$4">
      <SheetRow role="row" minHeight={32} paddingVertical={2}>
        <Column role="columnheader" flex={1.4}>
          <Body small tone="faded">
            {t('days.where')}
          </Body>
        </Column>
        {COLUMNS.map((column) => (
          <Column key={column} role="columnheader" {...cell}>
            <Body small tone="faded">
              {head(column)}
            </Body>
          </Column>
        ))}
      </SheetRow>
      {ways.map((way: Way) => (
        <SheetRow key={way} role="row" minHeight={32} paddingVertical={2}>
          <Column role="rowheader" flex={1.4}>
            <Body>{t(`days.way_${way}`)}</Body>
          </Column>
          {COLUMNS.map((column) => (
            <Column key={column} role="cell" {...cell}>
              {byWay[way][column] === 0 ? null : <Money minor={byWay[way][column]} />}
            </Column>
          ))}
        </SheetRow>
      ))}
      <SheetRow role="row" minHeight={32} paddingVertical={2}>
        <Column role="rowheader" flex={1.4}>
          <Body strong>{t('common.total')}</Body>
        </Column>
        {COLUMNS.map((column) => (
          <Column key={column} role="cell" {...cell}>
            <Money minor={all(column)} strong />
          </Column>
        ))}
      </SheetRow>
    </Sheet>
  );
}

/** How high a day is: its number, its rod, what waits. */
const HEIGHT = 60;
/** A seventh of a phone’s width. */
const CELL = { flexGrow: 1, flexShrink: 1, flexBasis: 0, minWidth: 0 } as const;

/** So many days further a key leads. Where there is room a week is a column, on a phone a row. */
const stepOf = (key: string, wide: boolean): number | undefined =>
  wide
    ? { ArrowUp: -1, ArrowDown: 1, ArrowLeft: -7, ArrowRight: 7 }[key]
    : { ArrowUp: -7, ArrowDown: 7, ArrowLeft: -1, ArrowRight: 1 }[key];

function Weeks({
  rods,
  weeks,
  waits,
}: {
  rods: readonly Rod[];
  weeks: readonly (readonly (string | null)[])[];
  waits: WaitsFor | '';
}) {
  const t = useWords();
  const dates = useDates();
  const { wide } = useMedia();
  const byDate = new Map(rods.map((rod) => [rod.date, rod]));
  // One day is reached by Tab, the others by the arrows: today, or the last one.
  const last = rods[0]?.date;
  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    const step = stepOf(event.key, wide);
    const here = (event.target as HTMLElement).closest<HTMLElement>('[data-day]');
    if (!step || !here) return;
    event.preventDefault();
    // Days on which nothing was are stepped over.
    for (let on = addDays(here.dataset['day']!, step), tries = 0; tries < 13; tries += 1) {
      const found = event.currentTarget.querySelector<HTMLElement>(`[data-day="${on}"] a`);
      if (found) return found.focus();
      on = addDays(on, step);
    }
  };
  const names = (weeks[1] ?? []).map((date) => (
    <Column
      key={date}
      {...(!wide && CELL)}
      justifyContent="center"
      height={wide ? HEIGHT : 24}
      alignItems={wide ? 'flex-start' : 'center'}
    >
      <Body small tone="faded">
        {date === null ? '' : dates.weekday(date).slice(0, 3)}
      </Body>
    </Column>
  ));
  const All = wide ? Line : Column;
  const Week = wide ? Column : Line;
  return (
    <div role="presentation" onKeyDown={onKeyDown}>
      <All paddingHorizontal="$4" gap={4} alignItems="stretch">
        <Week gap={4} aria-hidden {...(wide && { width: 36 })}>
          {names}
        </Week>
        {weeks.map((week) => {
          const first = week.find((date) => date !== null)!;
          return (
            <Week
              key={first}
              role="group"
              aria-label={t('days.weekFrom', { date: dates.day(first) })}
              gap={4}
              {...(wide && { flex: 1 })}
              minWidth={0}
              alignItems="stretch"
            >
              {week.map((date, i) =>
                date === null ? (
                  <Column key={i} height={HEIGHT} {...(!wide && CELL)} />
                ) : (
                  <Day
                    key={date}
                    date={date}
                    rod={byDate.get(date)}
                    waits={waits}
                    first={date === last}
                  />
                ),
              )}
            </Week>
          );
        })}
      </All>
    </div>
  );
}

/** A day of the quarter: its rod, and what of it has not come home. */
function Day({
  date,
  rod,
  waits,
  first,
}: {
  date: string;
  rod: Rod | undefined;
  waits: WaitsFor | '';
  /** It is reached by Tab. */
  first: boolean;
}) {
  const dates = useDates();
  const rodText = useRodText();
  const beadWords = useBeadWords();
  const { desk, wide } = useMedia();
  const number = Number(date.slice(8));
  const room = {
    minWidth: 0,
    height: HEIGHT,
    paddingHorizontal: 4,
    paddingVertical: 1,
  } as const;
  const shown = rod && rod.beads.length > 0 && (waits === '' || isUnderWay(rod.beads, waits));
  if (!shown) {
    return (
      <Column {...(!wide && CELL)} aria-hidden>
        <Column {...room}>
          <Body small tone="faded">
            {number}
          </Body>
        </Column>
      </Column>
    );
  }
  const waiting = underWay(rod.beads, waits);
  const loose = rod.state.tone === 'loose';
  return (
    <Column
      data-day={date}
      {...(!wide && CELL)}
      minWidth={0}
      height={HEIGHT}
      overflow="hidden"
      borderWidth={1}
      borderRadius="$1"
      borderColor={loose ? '$plum' : '$rule'}
      backgroundColor="$sheet"
      hoverStyle={{ backgroundColor: '$well' }}
    >
      <Link
        href={`/days/${date}` as never}
        {...({ tabIndex: first ? 0 : -1 } as object)}
        aria-label={[dates.day(date), rodText(rod), ...rod.beads.map(beadWords)].join(', ')}
      >
        <Column {...room} width="100%">
          <Line justifyContent="space-between" alignItems="baseline">
            <Body small strong={date === dates.today}>
              {number}
            </Body>
            {loose ? (
              <Body small strong tone="loose">
                !
              </Body>
            ) : null}
          </Line>
          <SmallRod beads={rod.beads} />
          {desk && waiting !== 0 ? (
            <Money minor={waiting} small tone={loose ? 'loose' : 'waiting'} />
          ) : null}
        </Column>
      </Link>
    </Column>
  );
}
