import type { DaySheet } from '@abacist/contracts';
import { useMedia } from '@tamagui/core';
import { useQuery } from '@tanstack/react-query';
import { router } from '~/router';
import { request } from '~/api/http';
import { useMay } from '~/api/session';
import { Acts, RecordMoney } from '~/features/drawerActs';
import { openDocuments } from '~/features/documents';
import { PapersButton } from '~/features/papers';
import { SalesOfDay } from '~/features/sales';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Money, useMoney } from '~/ui/Money';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { Body, Heading } from '~/ui/Text';
import { CloseDayButton, Closing } from './Closing';
import { Drawer } from './DayDrawer';
import { Tenders } from './DayTenders';
import { useRodText } from './words';

/** A day's sheet: what came in by tender, department and tax, the drawers, the documents. */
export function DayScreen({ date }: { date: string }) {
  const t = useWords();
  const dates = useDates();
  const rodText = useRodText();
  const media = useMedia();
  const may = useMay();
  const sheet = useQuery({
    queryKey: ['day', date],
    queryFn: () => request<DaySheet>('GET', `/days/${date}`),
  });
  const open = sheet.data?.drawers.find(({ status }) => status !== 'closed');
  return (
    <Screen
      {...(!media.pair && { back: '/days' })}
      eyebrow={t('days.sheet')}
      title={
        date === dates.today ? t('days.todayIs', { date: dates.day(date) }) : dates.day(date)
      }
      right={
        sheet.data && sheet.data.takenMinor !== null ? (
          <Money minor={sheet.data.takenMinor} strong fontSize="$5" />
        ) : null
      }
      width={1000}
      footer={
        open ? (
          <Button
            kind="primary"
            big
            label={t('days.count', { drawer: open.name })}
            onPress={() => router.push(`/days/${date}/count/${open.drawerId}` as never)}
          />
        ) : sheet.data && isToClose(sheet.data) && may('POST /days/:date/close') ? (
          <CloseDayButton sheet={sheet.data} />
        ) : null
      }
    >
      <Query of={sheet}>
        {(data) => (
          <Column gap="$4" paddingBottom="$5">
            <Column paddingHorizontal="$4">
              <Body tone={data.state.tone}>{rodText(data)}</Body>
            </Column>
            <Tenders sheet={data} />
            {data.drawers.map((drawer) => (
              <Drawer key={drawer.drawerId} drawer={drawer} date={date} />
            ))}
            <Closing sheet={data} />
            <Line
              gap="$4"
              alignItems="flex-start"
              flexDirection="column"
              $wide={{ flexDirection: 'row' }}
            >
              <Departments sheet={data} />
              <Authorities taxes={data.taxes} />
            </Line>
            {data.acts.length ? (
              <Acts
                acts={data.acts}
                paperOf={({ id }) => (
                  <PapersButton subject="drawerAct" subjectId={id} kinds={['cashNote']} />
                )}
              />
            ) : null}
            {date === dates.today ? <RecordMoney /> : null}
            <Extras extras={data.extras} />
            <Beside beside={data.beside} />
            <Column gap="$2">
              <Heading size="section" paddingHorizontal="$4">
                {t('days.documents')}
              </Heading>
              <SalesOfDay date={date} />
              {may('GET /documents') ? (
                <Column paddingHorizontal="$4" alignItems="flex-start">
                  <Button
                    label={t('documents.ofDay')}
                    onPress={() => openDocuments({ from: date, to: date })}
                  />
                </Column>
              ) : null}
            </Column>
          </Column>
        )}
      </Query>
    </Screen>
  );
}

/** Everything is counted, and its sheet does not stand yet. */
const isToClose = ({ closing, drawers }: DaySheet) =>
  closing.standing === null &&
  drawers.length > 0 &&
  closing.checks.every(({ state }) => state !== 'blocks');

/** What each department sold, less what came back, before tax. */
function Departments({ sheet }: { sheet: DaySheet }) {
  const t = useWords();
  const { departments, restockingMinor } = sheet;
  return (
    <Section beside title={t('days.departments')}>
      <Sheet>
        {departments.map(({ name, netMinor, returnedMinor, taxMinor }) => (
          <SheetRow key={name}>
            <Column flex={1}>
              <Body>{name}</Body>
              <Body small tone="faded">
                {t('days.tax')} <Money minor={taxMinor} small tone="faded" />
                {returnedMinor ? (
                  <>
                    {` · ${t('days.returned')} `}
                    <Money minor={-returnedMinor} small tone="faded" />
                  </>
                ) : null}
              </Body>
            </Column>
            <Money minor={netMinor - returnedMinor} />
          </SheetRow>
        ))}
        {restockingMinor ? (
          <SheetRow>
            <Body flex={1}>{t('counter.restocking')}</Body>
            <Money minor={restockingMinor} />
          </SheetRow>
        ) : null}
        <Totals
          minor={departments.reduce(
            (sum, { netMinor, returnedMinor }) => sum + netMinor - returnedMinor,
            restockingMinor,
          )}
        />
      </Sheet>
    </Section>
  );
}

function Authorities({ taxes }: { taxes: DaySheet['taxes'] }) {
  const t = useWords();
  return (
    <Section beside title={t('days.authorities')}>
      <Sheet>
        {taxes.map((tax) => (
          <TaxRow key={tax.authority} tax={tax} />
        ))}
        <Totals minor={taxes.reduce((sum, { taxMinor }) => sum + taxMinor, 0)} />
      </Sheet>
    </Section>
  );
}

/** What came in or went out beside goods. */
function Extras({ extras }: { extras: DaySheet['extras'] }) {
  const t = useWords();
  if (extras.length === 0) return null;
  return (
    <Section title={t('days.extras')}>
      <Sheet>
        {extras.map(({ kind, amountMinor }) => (
          <SheetRow key={kind}>
            <Body flex={1}>{t(`days.extra_${kind}`)}</Body>
            <Money minor={amountMinor} />
          </SheetRow>
        ))}
      </Sheet>
    </Section>
  );
}

function Totals({ minor }: { minor: number }) {
  const t = useWords();
  return (
    <SheetRow>
      <Body strong>{t('common.total')}</Body>
      <Money minor={minor} strong />
    </SheetRow>
  );
}

/** What an authority's tax comes from, where it is not of the goods sold alone. */
const TAX_SOURCES = [
  'returnedMinor',
  'prepaidMinor',
  'discountsMinor',
  'writtenOffMinor',
  'paidMinor',
] as const;

function TaxRow({ tax }: { tax: DaySheet['taxes'][number] }) {
  const t = useWords();
  const money = useMoney();
  const others = TAX_SOURCES.filter((source) => tax[source] !== 0);
  const shown = others.length ? (['soldMinor', ...others] as const) : [];
  return (
    <SheetRow>
      <Column flex={1} minWidth={0}>
        <Body>{tax.authority}</Body>
        <Body small tone="faded">
          {t('days.on')} <Money minor={tax.netMinor} small tone="faded" />
        </Body>
        {shown.map((source) => (
          <Body key={source} small tone="faded">
            {t(`days.tax_${source}`, { amount: money(tax[source]) })}
          </Body>
        ))}
      </Column>
      <Money minor={tax.taxMinor} />
    </SheetRow>
  );
}

/** What was taken off, written off, voided, free of tax and given back; nothing where nothing was. */
function Beside({ beside }: { beside: DaySheet['beside'] }) {
  const t = useWords();
  const { voids, exempt, refunds } = beside;
  const rows = [
    ['lineDiscounts', beside.lineDiscountsMinor, 0],
    ['ticketDiscounts', beside.ticketDiscountsMinor, 0],
    ['earlyDiscounts', beside.earlyDiscountsMinor, 0],
    ['writtenOff', beside.writtenOffMinor, 0],
    ['refunds', refunds.totalMinor, refunds.count],
    ['voids', voids.totalMinor, voids.count],
    ['exempt', exempt.netMinor, exempt.count],
  ] as const;
  const shown = rows.filter(([, amount, count]) => amount !== 0 || count > 0);
  if (shown.length === 0) return null;
  return (
    <Section title={t('days.beside')}>
      <Sheet>
        {shown.map(([name, amountMinor, count]) => (
          <SheetRow key={name}>
            <Body flex={1}>{t(`days.beside_${name}`, { count })}</Body>
            <Money minor={amountMinor} />
          </SheetRow>
        ))}
      </Sheet>
    </Section>
  );
}
