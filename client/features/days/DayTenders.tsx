import type { DaySheet } from '@abacist/contracts';
import {
  placesOfBead,
  potRules,
  shapeOfPot,
  type Bead,
  type Route,
  type Stage,
} from '@abacist/core/days';
import { kindsWhere } from '@abacist/core/tenders';
import { useTheme, useMedia } from '@tamagui/core';
import { Link } from '~/router';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import { useWords } from '~/i18n';
import { BeadIcon, beadLook } from '~/ui/Abacus';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Money, useMoney } from '~/ui/Money';
import { Section } from '~/ui/Section';
import { Body } from '~/ui/Text';
import { inWords, usePlaceWord, usePotName } from './words';

/** Expected, counted, difference side by side; each row leads to its trail. */
export function Tenders({ sheet }: { sheet: DaySheet }) {
  const t = useWords();
  const media = useMedia();
  if (sheet.tenders.length === 0 && sheet.takenMinor !== null) return null;
  return (
    <Section title={t('days.tenders')}>
      <Sheet>
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
      </Sheet>
    </Section>
  );
}

/** Whether a tender counts on its day: what was paid with money of an earlier day does not. */
const isMoney = ({ key }: { key: string }) => !PAID_EARLIER.includes(key);
const PAID_EARLIER: readonly string[] = kindsWhere(({ paidEarlier }) => paidEarlier);

/** How far a tender has come, in the words that fit it. */
const stageWord = (key: string, stage: Stage) =>
  STAGE_WORDS[potRules(key).route]?.[stage] ?? (`stage.${stage}` as const);

type StageWord = 'days.spent' | 'days.account_taken' | 'days.account_sent';

/** Words of a route's own for how far it has come. */
const STAGE_WORDS: Partial<Record<Route, Partial<Record<Stage, StageWord>>>> = {
  atOnce: { home: 'days.spent' },
  withCustomers: { taken: 'days.account_taken', sent: 'days.account_sent' },
};

/** Where the parts of a bead are, each with its figure. */
function usePlaces(): (bead: Bead) => string {
  const money = useMoney();
  const word = usePlaceWord();
  return (bead) =>
    placesOfBead(bead)
      .map((part) => `${word(part, bead)} ${money(inWords(part))}`)
      .join(' · ');
}

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
  const name = usePotName();
  const places = usePlaces();
  const bead = sheet.beads.find(({ key }) => key === tender.key);
  const noBead = !isMoney(tender);
  const label = name(tender);
  // Where its parts are stands under the figures, over the whole width: it is a line of its own.
  const parts =
    bead && placesOfBead(bead).length > 1 && tender.key !== 'onAccount' ? places(bead) : null;
  const row = (
    <Column
      width="100%"
      borderBottomWidth={1}
      borderColor="$rule"
      {...(!noBead && { hoverStyle: { backgroundColor: '$paper' } })}
    >
      <SheetRow
        width="100%"
        gap="$2"
        borderBottomWidth={0}
        // A name has a line of its own where the figures leave it no room.
        $narrow={{ flexWrap: 'wrap' }}
      >
        <Line gap="$2" flex={1.5} minWidth={0} $narrow={{ flexBasis: '100%' }}>
          {noBead ? null : (
            <BeadIcon shape={shapeOfPot(tender.key)} tone={bead ? beadLook(bead) : 'home'} />
          )}
          <Column flex={1} minWidth={0}>
            <Body>{label}</Body>
            {parts ? null : (
              <Body small tone="faded">
                {noBead
                  ? t(tender.expectedMinor < 0 ? 'days.owed' : 'days.takenEarlier')
                  : t(stageWord(tender.key, bead?.stage ?? 'home'))}
              </Body>
            )}
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
      {parts ? (
        <Body small tone="faded" paddingLeft={52} paddingRight="$4" paddingBottom="$3">
          {parts}
        </Body>
      ) : null}
    </Column>
  );
  if (noBead) return row;
  return (
    <Link
      href={`/trail/${sheet.date}/${encodeURIComponent(tender.key)}` as never}
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
