import type { BeadTrail, LineTrail, TrailStep } from '@abacist/contracts';
import type { BeadShape } from '@abacist/core/days';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'expo-router';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { Entry } from '~/features/books';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { useParams } from '~/i18n/useParams';
import { BeadIcon, isPot, shapeOf } from '~/ui/Abacus';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Money, useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Tag } from '~/ui/Tag';
import { Body, Heading } from '~/ui/Text';
import { UnknownLine } from './UnknownLine';

/** The trail of a day's bead: from its sales down to the statement line. */
export function BeadTrailScreen({ date, bead }: { date: string; bead: string }) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const trail = useQuery({
    queryKey: ['trail', date, bead],
    queryFn: () =>
      request<BeadTrail>('GET', `/trail/beads/${date}/${encodeURIComponent(bead)}`),
  });
  const label = isPot(bead) ? t(`tender.${bead}`) : bead.slice(5);
  const waiting = trail.data?.steps.some(({ kind }) => kind === 'waiting');
  return (
    <Screen
      back={`/days/${date}`}
      eyebrow={t('trail.of', { date: dates.day(date), label })}
      title={trail.data ? money(trail.data.takenMinor) : ''}
      right={
        trail.data ? (
          <Tag
            tone={waiting ? 'waiting' : 'home'}
            label={t(waiting ? 'trail.waiting' : 'stage.home')}
          />
        ) : null
      }
    >
      <Query of={trail}>
        {(data) => (
          <Column gap="$4" paddingBottom="$5">
            <Steps steps={data.steps} shape={shapeOf(bead)} />
            <Sales trail={data} />
          </Column>
        )}
      </Query>
    </Screen>
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
            {data.matchGroupId === null ? (
              <Body paddingHorizontal="$4" tone="loose" strong>
                {t('trail.lineUnknown')}
              </Body>
            ) : (
              <Steps steps={data.steps} shape="card" lineId={id} />
            )}
            {data.days.length ? <Days days={data.days} /> : null}
            {data.matchGroupId === null ? (
              <UnknownLine line={data.line} />
            ) : (
              <Undo groupId={data.matchGroupId} />
            )}
          </Column>
        )}
      </Query>
    </Screen>
  );
}

function Steps({
  steps,
  shape,
  lineId,
}: {
  steps: TrailStep[];
  shape: BeadShape;
  /** The statement line whose page this is: it needs no way to itself. */
  lineId?: number;
}) {
  return (
    <Sheet role="list">
      {steps.map((step, i) => (
        <Step key={i} {...{ step, shape, lineId }} />
      ))}
    </Sheet>
  );
}

function Step({
  step,
  shape,
  lineId,
}: {
  step: TrailStep;
  shape: BeadShape;
  lineId: number | undefined;
}) {
  const t = useWords();
  const dates = useDates();
  const [open, setOpen] = useState(false);
  const waits = step.kind === 'waiting';
  const params = useParams(dates.short)(step.note?.params ?? {});
  return (
    <Column role="listitem" borderBottomWidth={1} borderColor="$rule" padding="$4" gap="$2">
      <Line gap="$3" alignItems="flex-start">
        <BeadIcon shape={shape} tone={waits ? 'waiting' : 'home'} hollow={waits} />
        <Column flex={1} minWidth={0}>
          <Line justifyContent="space-between" gap="$2">
            <Heading size="section" level={2}>
              {waits ? t('trail.notYet') : t(`stage.${step.stage}`)}
            </Heading>
            <Money minor={step.amountMinor} strong />
          </Line>
          <Body tone="faded">
            {[
              step.number,
              waits ? null : dates.day(step.date),
              step.note ? t(step.note.code, params) : null,
            ]
              .filter(Boolean)
              .join(' · ')}
          </Body>
        </Column>
      </Line>
      <Line gap="$2" flexWrap="wrap" paddingLeft={24}>
        {step.entry ? (
          <Button
            kind="plain"
            label={open ? t('trail.hideEntry') : t('trail.showEntry')}
            onPress={() => setOpen(!open)}
          />
        ) : null}
        {step.kind === 'payment' ? (
          <Link href={`/sales/${step.id}` as never}>
            <Line minHeight={48} paddingHorizontal="$3">
              <Body textDecorationLine="underline">{t('trail.toPayment')}</Body>
            </Line>
          </Link>
        ) : null}
        {step.kind === 'line' && step.id !== lineId ? (
          <Link href={`/lines/${step.id}` as never}>
            <Line minHeight={48} paddingHorizontal="$3">
              <Body textDecorationLine="underline">{t('trail.toLine')}</Body>
            </Line>
          </Link>
        ) : null}
      </Line>
      {open && step.entry ? <Entry entry={step.entry} /> : null}
    </Column>
  );
}

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
          <Money minor={trail.takenMinor} strong />
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
              <BeadIcon shape={shapeOf(day.key)} tone="home" />
              <Body>
                {`${dates.day(day.date)}, ${isPot(day.key) ? t(`tender.${day.key}`) : day.label}`}
              </Body>
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
