import type { FundingView } from '@abacist/contracts';
import { MOVEMENT_KINDS } from '@abacist/core/movements';
import { useQuery } from '@tanstack/react-query';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { BigMoney, Money, useMoney } from '~/ui/Money';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { Body, Heading } from '~/ui/Text';

/** What is on its way to the bank, when it is due, and what will be there. */
export function ComingScreen() {
  const t = useWords();
  const found = useQuery({
    queryKey: ['funding'],
    queryFn: () => request<FundingView>('GET', '/funding'),
  });
  return (
    <Screen title={t('funding.title')} back="/bank/cards" width={1120}>
      <Query of={found}>
        {(view) => (
          <Column gap="$4" paddingBottom="$5">
            <Sums view={view} />
            <Column gap="$4" $wide={{ flexDirection: 'row', alignItems: 'flex-start' }}>
              <OnItsWay coming={view.coming} />
              <Column gap="$4" $wide={{ flex: 1 }}>
                <Days days={view.days} />
                <Delays delays={view.delays} />
              </Column>
            </Column>
          </Column>
        )}
      </Query>
    </Screen>
  );
}

function Sums({ view: { bankMinor, days } }: { view: FundingView }) {
  const t = useWords();
  const money = useMoney();
  const last = days.at(-1)!;
  return (
    <Line paddingHorizontal="$4" gap="$5" flexWrap="wrap" alignItems="flex-start">
      <Column>
        <Heading size="section">{t('funding.now')}</Heading>
        <BigMoney minor={bankMinor} textAlign="left" />
      </Column>
      <Column>
        <Heading size="section">{t('funding.then', { count: days.length })}</Heading>
        <BigMoney minor={last.balanceMinor} textAlign="left" />
        {last.slowMinor === last.balanceMinor ? null : (
          <Body small tone="faded">
            {t('funding.slow', { amount: money(last.slowMinor) })}
          </Body>
        )}
      </Column>
    </Line>
  );
}

function OnItsWay({ coming }: { coming: FundingView['coming'] }) {
  const t = useWords();
  const overdue = coming.filter((one) => one.overdueDays !== null);
  const due = coming.filter((one) => one.overdueDays === null);
  return (
    <Section beside title={t('funding.coming')}>
      {coming.length === 0 ? (
        <Body paddingHorizontal="$4" tone="home">
          {t('funding.nothing')}
        </Body>
      ) : (
        <Sheet role="list">
          {[...overdue, ...due].map((one) => (
            <Row key={one.key} one={one} />
          ))}
          <SheetRow role="listitem">
            <Body strong>{t('common.total')}</Body>
            <Money
              strong
              minor={coming.reduce((sum, { amountMinor }) => sum + amountMinor, 0)}
            />
          </SheetRow>
        </Sheet>
      )}
    </Section>
  );
}

/** Where a batch and what is made of it are looked at; all else waits for its statement line. */
const LANE: Partial<Record<FundingView['coming'][number]['kind'], string>> = {
  batch: '/bank/cards',
  settlement: '/bank/cards',
  slip: '/bank/safe',
};

function Row({ one }: { one: FundingView['coming'][number] }) {
  const t = useWords();
  const dates = useDates();
  const what = t(`funding.kind_${one.kind}`, {
    number: one.kind === 'batch' ? dates.day(one.number) : one.number,
  });
  return (
    <ListLink to={LANE[one.kind] ?? '/bank/statement'}>
      <Column flex={1} minWidth={0}>
        <Body strong>{one.name || what}</Body>
        {one.name ? (
          <Body small tone="faded">
            {what}
          </Body>
        ) : null}
        <Body small tone={one.overdueDays === null ? 'faded' : 'loose'}>
          {one.overdueDays === null
            ? t('funding.due', { date: dates.day(one.dueDate) })
            : t('funding.overdue', { date: dates.day(one.dueDate), count: one.overdueDays })}
        </Body>
      </Column>
      <Money minor={one.amountMinor} strong />
    </ListLink>
  );
}

/** Banking day by banking day, those on which something comes and the last: what comes, and what is there by its end. */
function Days({ days }: { days: FundingView['days'] }) {
  const t = useWords();
  const dates = useDates();
  const told = days.filter(({ likelyMinor }, i) => likelyMinor || i === days.length - 1);
  return (
    <Section title={t('funding.days')}>
      <Sheet role="list">
        {told.map(({ date, likelyMinor, balanceMinor }) => (
          <SheetRow key={date} role="listitem" minHeight={40}>
            <Body flex={1} tone={likelyMinor ? 'ink' : 'faded'}>
              {dates.day(date)}
            </Body>
            <Column flex={1}>
              {likelyMinor ? <Money minor={likelyMinor} signed /> : null}
            </Column>
            <Column flex={1}>
              <Money minor={balanceMinor} strong />
            </Column>
          </SheetRow>
        ))}
      </Sheet>
    </Section>
  );
}

/** What was said against what came: who pays on the day, and who does not. */
function Delays({ delays }: { delays: FundingView['delays'] }) {
  const t = useWords();
  if (delays.length === 0) return null;
  const late = (days: number) =>
    days > 0
      ? t('funding.late', { count: days })
      : days < 0
        ? t('funding.early', { count: -days })
        : t('funding.onDay');
  const nameOf = (source: string) => {
    const kind = MOVEMENT_KINDS.find((one) => one === source);
    return kind ? t(`funding.all_${kind}`) : source;
  };
  return (
    <Section title={t('funding.delays')}>
      <Sheet role="list">
        {delays.map(({ source, count, median, slowestOfTen }) => (
          <SheetRow key={source} role="listitem">
            <Column flex={1} minWidth={0}>
              <Body strong>{nameOf(source)}</Body>
              <Body small tone="faded">
                {t('funding.seen', { count })}
              </Body>
            </Column>
            <Column>
              <Body textAlign="right">{late(median)}</Body>
              <Body small tone="faded" textAlign="right">
                {t('funding.slowest', { late: late(slowestOfTen) })}
              </Body>
            </Column>
          </SheetRow>
        ))}
      </Sheet>
    </Section>
  );
}
