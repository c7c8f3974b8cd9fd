import type { BeadTrail, LineTrail, TrailStep } from '@abacist/contracts';
import {
  isStage,
  lanesOf,
  placesOfBead,
  shapeOfPot,
  STAGES,
  type Bead,
  type BeadShape,
} from '@abacist/core/days';
import type { Place } from '@abacist/core/takings';
import { useQuery } from '@tanstack/react-query';
import { Link, router } from '~/router';
import { useState, type ReactNode } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { Entry } from '~/features/books';
import { inWords, usePlaceWord, usePotName } from '~/features/days';
import { useWords, useWordsByCode } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { useParams } from '~/i18n/useParams';
import { BeadIcon } from '~/ui/Abacus';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Money, useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { Tag } from '~/ui/Tag';
import { Body, Heading } from '~/ui/Text';
import { InParts } from './InParts';
import { OpenLines } from './OpenLines';
import { Stream } from './Stream';
import { UnknownLine } from './UnknownLine';

/** The trail of a day's bead, or of one ticket's money in it, down to the statement line. */
export function BeadTrailScreen({
  date,
  bead,
  sale,
}: {
  date: string;
  bead: string;
  /** The receipt whose money is followed. */
  sale: string | undefined;
}) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const name = usePotName();
  const trail = useQuery({
    queryKey: ['trail', date, bead, sale],
    queryFn: () =>
      request<BeadTrail>(
        'GET',
        `/trail/beads/${date}/${encodeURIComponent(bead)}${sale ? `?sale=${sale}` : ''}`,
      ),
  });
  const shown = trail.data;
  const label = shown ? name(shown.bead) : '';
  const waiting = shown?.steps.some(({ kind }) => kind === 'waiting');
  const ofSale = shown?.ofSale ?? null;
  return (
    <Screen
      back={sale ? `/sales/${sale}` : `/days/${date}`}
      eyebrow={
        ofSale
          ? t('trail.ofSale', { number: ofSale.number, label })
          : t('trail.of', { date: dates.day(date), label })
      }
      title={shown ? money((ofSale ?? { keptMinor: shown.bead.takenMinor }).keptMinor) : ''}
      right={
        shown ? (
          <Tag
            tone={waiting ? 'waiting' : 'home'}
            label={t(waiting ? 'trail.waiting' : 'stage.home')}
          />
        ) : null
      }
    >
      <Query of={trail}>
        {(data) => (
          <Column gap="$4" paddingTop="$2" paddingBottom="$5">
            {data.ofSale ? (
              data.steps.length > 1 ? (
                <Body paddingHorizontal="$4" tone="faded">
                  {t('trail.withOthers', { label })}
                </Body>
              ) : null
            ) : (
              <Where bead={data.bead} />
            )}
            <Steps
              steps={data.steps}
              shape={data.bead.shape}
              bead={data.ofSale ? null : data.bead}
            />
            {data.ofSale ? (
              <Sheet role="list">
                <ListLink to={`/trail/${date}/${encodeURIComponent(bead)}`}>
                  <Body flex={1}>{t('trail.of', { date: dates.day(date), label })}</Body>
                  <Money minor={data.bead.takenMinor} />
                </ListLink>
              </Sheet>
            ) : (
              <Sales trail={data} />
            )}
          </Column>
        )}
      </Query>
    </Screen>
  );
}

/** Where every cent of a bead is, when it is at more than one place: the parts add up to the whole. */
function Where({ bead }: { bead: Bead }) {
  const t = useWords();
  const word = usePlaceWord();
  const places = placesOfBead(bead);
  if (places.length < 2) return null;
  return (
    <Section title={t('trail.where')}>
      <Sheet>
        {places.map((part) => (
          <SheetRow key={part.place} minHeight={40}>
            <Body flex={1}>{word(part, bead)}</Body>
            <Money minor={part.amountMinor} />
          </SheetRow>
        ))}
        <SheetRow>
          <Body strong flex={1}>
            {t('trail.whole')}
          </Body>
          <Money minor={bead.takenMinor} strong />
        </SheetRow>
      </Sheet>
    </Section>
  );
}

/** A statement line's trail: back to the days and the sales behind it. */
export function LineTrailScreen({ id }: { id: number }) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const trail = useQuery({
    queryKey: ['line', id],
    queryFn: () => request<LineTrail>('GET', `/trail/lines/${id}`),
  });
  return (
    <Screen
      back="/bank/statement"
      eyebrow={trail.data ? t('trail.line', { date: dates.day(trail.data.line.date) }) : ''}
      title={trail.data ? money(trail.data.line.amountMinor) : ''}
    >
      <Query of={trail}>
        {(data) => (
          <Column gap="$4" paddingBottom="$5">
            <Body paddingHorizontal="$4" tone="faded">
              {data.line.text}
            </Body>
            {data.line.partOf === null ? null : (
              <Sheet role="list">
                <ListLink to={`/lines/${data.line.partOf}`}>
                  <Body flex={1}>{t('trail.partOf')}</Body>
                  <Body tone="faded">{t('trail.toWhole')}</Body>
                </ListLink>
              </Sheet>
            )}
            <OpenLines open={data.open}>
              {data.line.standing ? <OneLine trail={data} /> : <InParts line={data.line} />}
            </OpenLines>
          </Column>
        )}
      </Query>
    </Screen>
  );
}

/** What a rule may say of lines as well. */
const TEACHES: readonly TrailStep['kind'][] = ['bankMoney', 'ownTransfer', 'taxPayment'];

/** A line that stands whole: what it is matched with, or all that it may be. */
function OneLine({ trail: { line, matchGroupId, steps, days } }: { trail: LineTrail }) {
  const t = useWords();
  return matchGroupId === null ? (
    <>
      <Body paddingHorizontal="$4" tone="loose" strong>
        {t('trail.lineUnknown')}
      </Body>
      <UnknownLine line={line} />
    </>
  ) : (
    <>
      <Steps steps={steps} shape="card" lineId={line.id} />
      {days.length ? <Days days={days} /> : null}
      <Undo groupId={matchGroupId} />
      {steps.some(({ kind }) => TEACHES.includes(kind)) ? (
        <Column paddingHorizontal="$4" alignItems="flex-start">
          <Button
            kind="plain"
            label={t('trail.always')}
            onPress={() => router.push(`/bank/rules?line=${line.id}` as never)}
          />
        </Column>
      ) : null}
    </>
  );
}

function Steps({
  steps,
  shape,
  bead,
  lineId,
}: {
  steps: TrailStep[];
  shape: BeadShape;
  /** Whose way it is, where it is drawn; null: a ticket's. Left out: it is not drawn. */
  bead?: Bead | null;
  /** The statement line whose page this is: it needs no way to itself. */
  lineId?: number;
}) {
  const lanes = bead === undefined ? null : lanesOf(steps, bead);
  const mostMinor = Math.max(
    ...(lanes ?? []).flatMap(({ after }) => STAGES.map((stage) => after[stage])),
    1,
  );
  return (
    <Sheet role="list">
      {steps.map((step, i) => (
        <Step
          key={i}
          {...{ step, shape, lineId }}
          picture={
            lanes ? (
              <Stream lanes={lanes[i]!} mostMinor={mostMinor} />
            ) : (
              <BeadIcon
                shape={shape}
                tone={isStage(step.place) ? step.place : 'home'}
                hollow={step.kind === 'waiting'}
              />
            )
          }
        />
      ))}
    </Sheet>
  );
}

/** Where a step leads to. */
const PAGES: Partial<
  Record<
    TrailStep['kind'],
    {
      page: (step: TrailStep) => string;
      words: 'toPayment' | 'toLine' | 'toSettlement' | 'toDay';
    }
  >
> = {
  payment: { page: ({ id }) => `/sales/${id}`, words: 'toPayment' },
  line: { page: ({ id }) => `/lines/${id}`, words: 'toLine' },
  settlement: { page: ({ id }) => `/bank/settlements/${id}`, words: 'toSettlement' },
  drawerClose: { page: ({ date }) => `/days/${date}`, words: 'toDay' },
};

function Step({
  step,
  shape,
  picture,
  lineId,
}: {
  step: TrailStep;
  shape: BeadShape;
  picture: ReactNode;
  lineId: number | undefined;
}) {
  const t = useWords();
  const byCode = useWordsByCode();
  const dates = useDates();
  const [open, setOpen] = useState(false);
  const waits = step.kind === 'waiting';
  const word = usePlaceWord();
  const money = useMoney();
  const params = useParams()(step.note?.params ?? {});
  const leads = step.kind === 'line' && step.id === lineId ? undefined : PAGES[step.kind];
  return (
    <Column role="listitem" borderBottomWidth={1} borderColor="$rule">
      <Line gap="$3" alignItems="stretch" paddingHorizontal="$4">
        {picture}
        <Column flex={1} minWidth={0} paddingVertical="$3" gap="$1">
          <Line justifyContent="space-between" gap="$2">
            <Heading size="section" level={2}>
              {waits ? t('trail.notYet') : word(step, { shape })}
            </Heading>
            <Money minor={step.amountMinor} strong />
          </Line>
          <Body tone="faded">
            {[
              step.number,
              waits ? null : dates.day(step.date),
              step.note ? byCode(step.note.code, params) : null,
              ...step.beside
                .filter(({ place }) => !inNote(step, place))
                .map((part) => `${word(part, { shape })} ${money(inWords(part))}`),
            ]
              .filter(Boolean)
              .join(' · ')}
          </Body>
          <Line gap="$2" flexWrap="wrap" marginLeft={-16}>
            {step.entry ? (
              <Button
                kind="plain"
                label={open ? t('trail.hideEntry') : t('trail.showEntry')}
                onPress={() => setOpen(!open)}
              />
            ) : null}
            {leads ? (
              <Link href={leads.page(step) as never}>
                <Line minHeight={48} paddingHorizontal="$3">
                  <Body textDecorationLine="underline">{t(`trail.${leads.words}`)}</Body>
                </Line>
              </Link>
            ) : null}
          </Line>
        </Column>
      </Line>
      {open && step.entry ? (
        <Column padding="$4">
          <Entry entry={step.entry} />
        </Column>
      ) : null}
    </Column>
  );
}

/** Whether a step's own words tell of what went elsewhere: a count of what was short, a fee. */
const inNote = ({ kind }: TrailStep, place: Place): boolean =>
  (kind === 'drawerClose' && place === 'short') ||
  (kind === 'settlement' && place === 'spent');

const FIRST = 20;

function Sales({ trail }: { trail: BeadTrail }) {
  const t = useWords();
  const dates = useDates();
  const [all, setAll] = useState(false);
  const shown = all ? trail.sales : trail.sales.slice(0, FIRST);
  return (
    <Column gap="$2">
      <Heading size="section" paddingHorizontal="$4">
        {t('trail.behind')}
      </Heading>
      <Sheet role="list">
        {shown.map((sale) => (
          <ListLink key={sale.id} to={`/sales/${sale.id}`}>
            <Column flex={1}>
              <Body strong>{sale.number}</Body>
              <Body small tone="faded">
                {dates.time(sale.soldAt)}
              </Body>
            </Column>
            <Money minor={sale.keptMinor} />
          </ListLink>
        ))}
        <SheetRow>
          <Body strong>{t('common.total')}</Body>
          <Money
            minor={trail.sales.reduce((total, { keptMinor }) => total + keptMinor, 0)}
            strong
          />
        </SheetRow>
      </Sheet>
      {trail.sales.length > FIRST && !all ? (
        <Column paddingHorizontal="$4">
          <Button
            label={t('trail.allSales', { count: trail.sales.length })}
            onPress={() => setAll(true)}
          />
        </Column>
      ) : null}
    </Column>
  );
}

function Days({ days }: { days: LineTrail['days'] }) {
  const t = useWords();
  const name = usePotName();
  const dates = useDates();
  return (
    <Column gap="$2">
      <Heading size="section" paddingHorizontal="$4">
        {t('trail.days')}
      </Heading>
      <Sheet role="list">
        {days.map((day) => (
          <ListLink
            key={`${day.date} ${day.key}`}
            to={`/trail/${day.date}/${encodeURIComponent(day.key)}`}
          >
            <Line gap="$3" flex={1}>
              <BeadIcon shape={shapeOfPot(day.key)} tone="home" />
              <Body>{`${dates.day(day.date)}, ${name(day)}`}</Body>
            </Line>
            <Money minor={day.amountMinor} />
          </ListLink>
        ))}
      </Sheet>
    </Column>
  );
}

function Undo({ groupId }: { groupId: number }) {
  const t = useWords();
  const [asking, setAsking] = useState(false);
  const close = () => setAsking(false);
  const undo = useCommand<object, object>(`/matches/${groupId}/undo`, close);
  return (
    <Column paddingHorizontal="$4" gap="$3" alignItems="flex-start">
      <Button label={t('trail.undo')} onPress={() => setAsking(true)} />
      <Dialog open={asking} title={t('trail.undo')} onClose={close}>
        <Body>{t('trail.undoAsk')}</Body>
        <ErrorNote error={undo.error} />
        <Decide
          label={t('trail.undo')}
          disabled={undo.isPending}
          onDecide={() => undo.mutate({})}
          onCancel={close}
        />
      </Dialog>
    </Column>
  );
}
