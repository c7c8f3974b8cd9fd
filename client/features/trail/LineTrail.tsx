import type { LineTrail, TrailStep } from '@abacist/contracts';
import { shapeOfPot } from '@abacist/core/days';
import { useQuery } from '@tanstack/react-query';
import { router } from '~/router';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { usePotName } from '~/features/days';
import { UnknownLine } from '~/features/lineMeanings';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { BeadIcon } from '~/ui/Abacus';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Money, useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body, Heading } from '~/ui/Text';
import { InParts } from './InParts';
import { OpenLines } from './OpenLines';
import { Steps } from './Steps';

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
