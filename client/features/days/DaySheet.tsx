import type { DaySheet } from '@abacist/contracts';
import { differenceHints } from '@abacist/core/drawer';
import { useQuery } from '@tanstack/react-query';
import { Link, router } from 'expo-router';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import { useMedia, useTheme } from '@tamagui/core';
import type { ReactNode } from 'react';
import { request } from '~/api/http';
import { SalesOfDay } from '~/features/sales';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { BeadIcon, beadTone, isPot, shapeOf } from '~/ui/Abacus';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Money, useMoney } from '~/ui/Money';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Tag } from '~/ui/Tag';
import { Body, Heading } from '~/ui/Text';
import { useRodText } from './words';

/** A day's sheet: what came in by tender, department and tax, the drawers, the documents. */
export function DayScreen({ date }: { date: string }) {
  const t = useWords();
  const dates = useDates();
  const rodText = useRodText();
  const sheet = useQuery({
    queryKey: ['day', date],
    queryFn: () => request<DaySheet>('GET', `/days/${date}`),
  });
  const open = sheet.data?.drawers.find(({ status }) => status !== 'closed');
  return (
    <Screen
      back="/days"
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
            <Line
              gap="$4"
              alignItems="flex-start"
              flexDirection="column"
              $wide={{ flexDirection: 'row' }}
            >
              <Section beside title={t('days.departments')}>
                {data.departments.map(({ name, netMinor, returnedMinor, taxMinor }) => (
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
                {data.restockingMinor ? (
                  <SheetRow>
                    <Body flex={1}>{t('counter.restocking')}</Body>
                    <Money minor={data.restockingMinor} />
                  </SheetRow>
                ) : null}
                <Totals
                  minor={data.departments.reduce(
                    (sum, { netMinor, returnedMinor }) => sum + netMinor - returnedMinor,
                    data.restockingMinor,
                  )}
                />
              </Section>
              <Section beside title={t('days.authorities')}>
                {data.taxes.map((tax) => (
                  <TaxRow key={tax.authority} tax={tax} />
                ))}
                <Totals minor={data.taxes.reduce((sum, { taxMinor }) => sum + taxMinor, 0)} />
              </Section>
            </Line>
            {data.extras.length ? (
              <Section title={t('days.extras')}>
                {data.extras.map(({ kind, amountMinor }) => (
                  <SheetRow key={kind}>
                    <Body flex={1}>{t(`days.extra_${kind}`)}</Body>
                    <Money minor={amountMinor} />
                  </SheetRow>
                ))}
              </Section>
            ) : null}
            <Beside beside={data.beside} />
            <Column gap="$2">
              <Heading size="section" paddingHorizontal="$4">
                {t('days.documents')}
              </Heading>
              <SalesOfDay date={date} />
            </Column>
          </Column>
        )}
      </Query>
    </Screen>
  );
}

function Section({
  title,
  beside,
  children,
}: {
  title: string;
  /** Stands beside another one where there is room. */
  beside?: boolean;
  children: ReactNode;
}) {
  return (
    <Column gap="$2" width="100%" {...(beside && { $wide: { flex: 1 } })}>
      <Heading size="section" paddingHorizontal="$4">
        {title}
      </Heading>
      <Sheet>{children}</Sheet>
    </Column>
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
      {shown.map(([name, amountMinor, count]) => (
        <SheetRow key={name}>
          <Body flex={1}>{t(`days.beside_${name}`, { count })}</Body>
          <Money minor={amountMinor} />
        </SheetRow>
      ))}
    </Section>
  );
}

/** Expected, counted, difference side by side; each row leads to its trail. */
function Tenders({ sheet }: { sheet: DaySheet }) {
  const t = useWords();
  const media = useMedia();
  if (sheet.tenders.length === 0 && sheet.takenMinor !== null) return null;
  return (
    <Section title={t('days.tenders')}>
      <SheetRow minHeight={36} gap="$2" aria-hidden>
        <Body small tone="faded" flex={1.5}>
          {t('days.tender')}
        </Body>
        {(['expected', 'counted', 'difference'] as const).map((column) => (
          <Body key={column} small tone="faded" flex={1} textAlign="right">
            {t(`days.${column}`)}
          </Body>
        ))}
        {media.wide ? <Column width={20} /> : null}
      </SheetRow>
      {sheet.tenders.filter(isMoney).map((tender) => (
        <TenderRow key={tender.key} sheet={sheet} tender={tender} />
      ))}
      <SheetRow>
        <Body strong flex={1}>
          {t('days.taken')}
        </Body>
        {sheet.takenMinor === null ? (
          <Body tone="faded">{t('days.blind')}</Body>
        ) : (
          <Money minor={sheet.takenMinor} strong />
        )}
      </SheetRow>
      {sheet.roundingMinor !== 0 ? (
        <SheetRow>
          <Body tone="faded" flex={1}>
            {t('days.rounding')}
          </Body>
          <Money minor={-sheet.roundingMinor} tone="faded" signed />
        </SheetRow>
      ) : null}
      {sheet.tenders
        .filter((tender) => !isMoney(tender))
        .map((tender) => (
          <TenderRow key={tender.key} sheet={sheet} tender={tender} />
        ))}
    </Section>
  );
}

/** Whether a tender counts on its day: what was paid with money of an earlier day does not. */
const isMoney = ({ key }: { key: string }) =>
  ['cash', 'cheque', 'ownCheque', 'transfer', 'onAccount'].includes(key) ||
  /^(card|other):/.test(key);

/** How far a tender has come, in the words that fit it. */
const stageWord = (key: string, stage: string) =>
  key.startsWith('other:')
    ? 'days.spent'
    : key === 'onAccount' && stage !== 'home'
      ? `days.account_${stage}`
      : `stage.${stage}`;

/** One tender's figures; what was taken as money leads to its trail, credit was taken earlier. */
function TenderRow({
  sheet,
  tender,
}: {
  sheet: DaySheet;
  tender: DaySheet['tenders'][number];
}) {
  const t = useWords();
  const theme = useTheme();
  const media = useMedia();
  // Other tenders have one bead together.
  const beadKey = tender.key.replace(/^other:.*/, 'other');
  const bead = sheet.beads.find(({ key }) => key === beadKey);
  const noBead = !isMoney(tender);
  const label = isPot(tender.key) ? t(`tender.${tender.key}`) : tender.label;
  const row = (
    <SheetRow
      width="100%"
      gap="$2"
      {...(!noBead && { hoverStyle: { backgroundColor: '$paper' } })}
    >
      <Line gap="$2" flex={1.5} minWidth={0}>
        {noBead ? null : (
          <BeadIcon shape={shapeOf(beadKey)} tone={bead ? beadTone(bead) : 'home'} />
        )}
        <Column flex={1} minWidth={0}>
          <Body>{label}</Body>
          <Body small tone="faded">
            {noBead
              ? t(tender.expectedMinor < 0 ? 'days.owed' : 'days.takenEarlier')
              : t(stageWord(tender.key, bead?.stage ?? 'home'))}
          </Body>
        </Column>
      </Line>
      <Money minor={tender.expectedMinor} flex={1} />
      <OrDash minor={tender.countedMinor} />
      <OrDash minor={tender.differenceMinor} signed />
      {media.wide ? (
        noBead ? (
          <Column width={20} />
        ) : (
          <ChevronRight size={20} color={theme.faded.val} aria-hidden />
        )
      ) : null}
    </SheetRow>
  );
  if (noBead) return row;
  return (
    <Link
      href={`/trail/${sheet.date}/${encodeURIComponent(beadKey)}` as never}
      aria-label={t('days.trailOf', { label })}
    >
      {row}
    </Link>
  );
}

/** A figure that is known only once it was counted; a difference stands out when there is one. */
function OrDash({ minor, signed }: { minor: number | null; signed?: boolean }) {
  if (minor === null) {
    return (
      <Body tone="faded" flex={1} textAlign="right">
        –
      </Body>
    );
  }
  const tone = !signed ? 'ink' : minor === 0 ? 'faded' : 'loose';
  return <Money minor={minor} flex={1} tone={tone} {...(signed && { signed })} />;
}

function Drawer({ drawer, date }: { drawer: DaySheet['drawers'][number]; date: string }) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
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
            {close.differenceMinor === 0 ? (
              <Body tone="home" strong>
                {t('days.agrees')}
              </Body>
            ) : (
              <Body tone="loose" strong>
                {t(close.differenceMinor < 0 ? 'days.short' : 'days.over', {
                  amount: money(Math.abs(close.differenceMinor)),
                })}
              </Body>
            )}
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
              {close.count
                .map(
                  ({ denominationMinor, pieces }) => `${pieces} × ${money(denominationMinor)}`,
                )
                .join(', ')}
            </Body>
          </SheetRow>
          {close.note ? (
            <SheetRow>
              <Body>{t('days.noteIs', { note: close.note })}</Body>
            </SheetRow>
          ) : null}
          {close.differenceMinor !== 0 ? (
            <Hints differenceMinor={close.differenceMinor} />
          ) : null}
        </Sheet>
      ))}
    </Column>
  );
}

/** What the difference may come from, before it is written off. */
export function Hints({ differenceMinor }: { differenceMinor: number }) {
  const t = useWords();
  const money = useMoney();
  return (
    <>
      {differenceHints(differenceMinor).map((hint) => (
        <SheetRow key={hint.code} minHeight={40}>
          <Body small tone="faded">
            {t(hint.code, 'halfMinor' in hint ? { half: money(hint.halfMinor) } : {})}
          </Body>
        </SheetRow>
      ))}
    </>
  );
}
