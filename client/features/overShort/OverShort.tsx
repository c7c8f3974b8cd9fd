import '~/i18n/overShort';
import type { CountPoint } from '@abacist/contracts';
import { FEWEST, type Signal } from '@abacist/core/control';
import { addDays } from '@abacist/core/dates';
import { denominations } from '@abacist/core/money';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { BigMoney, Money, useMoney } from '~/ui/Money';
import { Empty } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Section } from '~/ui/Section';
import { Select } from '~/ui/Select';
import { Body, Heading } from '~/ui/Text';
import { Chart } from './Chart';
import { ALL, choices, figuresOf, marked, PARTS, type Asked } from './figures';

/** What counts found too much or too little, over time: whether it is noise, or has a cause. */
export function OverShort() {
  const t = useWords();
  const points = useQuery({
    queryKey: ['overShort'],
    queryFn: () => request<CountPoint[]>('GET', '/over-short'),
  });
  return (
    <Query of={points}>
      {(data) =>
        data.length ? (
          <Figures points={data} />
        ) : (
          <Empty title={t('overShort.noneTitle')} text={t('overShort.noneText')} />
        )
      }
    </Query>
  );
}

function Figures({ points }: { points: readonly CountPoint[] }) {
  const t = useWords();
  const money = useMoney();
  const name = useName();
  const { currency } = useShop();
  const coin = Math.min(...denominations(currency));
  const [asked, setAsked] = useState<Asked>(ALL);
  const { shown, limits, signals, groups } = figuresOf(points, asked, coin);
  const total = shown.reduce((sum, { differenceMinor }) => sum + differenceMinor, 0);
  const label = { drawer: 'drawer', by: 'clerk', weekday: 'weekday' } as const;
  return (
    <Column gap="$4" paddingBottom="$5" width="100%">
      <Line paddingHorizontal="$4" gap="$3" flexWrap="wrap">
        {PARTS.map((part) => (
          <Column key={part} flexGrow={1}>
            <Select
              label={t(`overShort.${label[part]}`)}
              value={asked[part]}
              options={[
                { value: '', label: t('overShort.any') },
                ...choices(points, part).map((value) => ({ value, label: name(part, value) })),
              ]}
              onChange={(value) => setAsked({ ...asked, [part]: value })}
            />
          </Column>
        ))}
      </Line>
      <Line paddingHorizontal="$4" gap="$4" alignItems="flex-end" flexWrap="wrap">
        <Column>
          <Heading size="section">
            {t(total < 0 ? 'overShort.short' : 'overShort.over')}
          </Heading>
          <BigMoney minor={Math.abs(total)} textAlign="left" />
        </Column>
        {limits ? (
          <Column flex={1} minWidth={200}>
            <Body small tone="faded">
              {t('overShort.mean', { amount: money(limits.meanMinor) })}
            </Body>
            <Body small tone="faded">
              {t('overShort.limits', {
                lower: money(limits.lowerMinor),
                upper: money(limits.upperMinor),
              })}
            </Body>
          </Column>
        ) : null}
      </Line>
      <Sheet>
        <Chart points={shown} limits={limits} signals={marked(signals)} />
        <Verdict points={shown} signals={signals} tooFew={limits === null} />
      </Sheet>
      {groups.map(({ part, rows }) =>
        rows.length > 1 ? (
          <Section key={part} title={t(`overShort.by_${part}`)}>
            <Sheet>
              {rows.map(({ value, count, totalMinor, meanMinor }) => (
                <SheetRow key={value}>
                  <Column flex={1}>
                    <Body>{name(part, value)}</Body>
                    <Body small tone="faded">
                      {t('overShort.counts', { count, mean: money(meanMinor) })}
                    </Body>
                  </Column>
                  <Money minor={totalMinor} />
                </SheetRow>
              ))}
            </Sheet>
          </Section>
        ) : null,
      )}
      <Differing points={shown} />
    </Column>
  );
}

/** What the chart tells, in words. */
function Verdict({
  points,
  signals,
  tooFew,
}: {
  points: readonly CountPoint[];
  signals: readonly Signal[];
  tooFew: boolean;
}) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  if (signals.length === 0) {
    return (
      <SheetRow>
        <Body tone={tooFew ? 'faded' : 'home'} role="status">
          {tooFew ? t('overShort.tooFew', { count: FEWEST }) : t('overShort.noise')}
        </Body>
      </SheetRow>
    );
  }
  return signals.map(({ kind, from, to }) => (
    <SheetRow key={`${kind} ${from}`}>
      <Body tone="loose">
        {t(`overShort.signal_${kind}`, {
          date: dates.day(points[from]!.date),
          amount: money(points[from]!.differenceMinor),
          from: dates.day(points[from]!.date),
          to: dates.day(points[to]!.date),
          count: to - from + 1,
        })}
      </Body>
    </SheetRow>
  ));
}

/** The counts that differ, the newest first; each leads to its day. */
function Differing({ points }: { points: readonly CountPoint[] }) {
  const t = useWords();
  const dates = useDates();
  const list = points.filter(({ differenceMinor }) => differenceMinor !== 0).reverse();
  return (
    <Section title={t('overShort.differing')}>
      {list.length === 0 ? (
        <Body paddingHorizontal="$4" tone="home">
          {t('overShort.agreeText')}
        </Body>
      ) : (
        <Sheet role="list">
          {list.map(({ date, number, drawer, by, note, differenceMinor }) => (
            <ListLink key={number} to={`/days/${date}`}>
              <Column flex={1} minWidth={0}>
                <Body strong>{dates.day(date)}</Body>
                <Body small tone="faded">
                  {[number, drawer, by, note].filter(Boolean).join(' · ')}
                </Body>
              </Column>
              <Money minor={differenceMinor} signed />
            </ListLink>
          ))}
        </Sheet>
      )}
    </Section>
  );
}

/** A Sunday, from which on days have their names. */
const SUNDAY = '2026-03-01';

/** What a choice is called: weekdays by their name. */
function useName(): (part: keyof Asked, value: string) => string {
  const dates = useDates();
  return (part, value) =>
    part === 'weekday' ? dates.weekday(addDays(SUNDAY, Number(value))) : value;
}
