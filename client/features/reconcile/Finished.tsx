import type { FinishedStatement } from '@abacist/contracts';
import { useState } from 'react';
import { useMay } from '~/api/session';
import { PapersButton } from '~/features/papers';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { AskWhy } from '~/ui/AskWhy';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { Section } from '~/ui/Section';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';

/** Statements that were finished, with their papers; the last one that stands may be opened again. */
export function Finished({ of }: { of: readonly FinishedStatement[] }) {
  const t = useWords();
  const may = useMay();
  const [opens, setOpens] = useState<FinishedStatement | null>(null);
  if (of.length === 0) return null;
  const last = of.find(({ reopened }) => reopened === null);
  return (
    <Section title={t('reconcile.finished')}>
      <Sheet role="list">
        {of.map((one) => (
          <Column
            key={one.id}
            role="listitem"
            padding="$4"
            gap="$2"
            borderBottomWidth={1}
            borderColor="$rule"
          >
            <Said one={one} />
            <Line gap="$2" flexWrap="wrap">
              <PapersButton
                subject="reconciliation"
                subjectId={one.id}
                kinds={['reconciliation']}
              />
              {one === last && may('POST /reconciliations/:id/reopen') ? (
                <Button
                  kind="plain"
                  label={t('reconcile.reopen', { number: one.number })}
                  onPress={() => setOpens(one)}
                />
              ) : null}
            </Line>
          </Column>
        ))}
      </Sheet>
      {opens ? (
        <AskWhy
          title={t('reconcile.reopen', { number: opens.number })}
          text={t('reconcile.reopenText')}
          label={t('reconcile.reopenIt')}
          path={`/reconciliations/${opens.id}/reopen`}
          onClose={() => setOpens(null)}
        />
      ) : null}
    </Section>
  );
}

function Said({
  one: { number, asOf, statementMinor, by, at, reopened },
}: {
  one: FinishedStatement;
}) {
  const t = useWords();
  const dates = useDates();
  const moment = (instant: string) =>
    `${dates.day(dates.dateOf(instant))} ${dates.time(instant)}`;
  return (
    <>
      <Line gap="$2" justifyContent="space-between">
        <Body strong>{`${number} · ${dates.day(asOf)}`}</Body>
        <Money minor={statementMinor} strong />
      </Line>
      <Line gap="$2" justifyContent="space-between">
        <Body small tone="faded" flex={1}>
          {t('reconcile.by', { by, time: moment(at) })}
        </Body>
        <Tag
          tone={reopened ? 'loose' : 'home'}
          label={t(reopened ? 'reconcile.isReopened' : 'reconcile.isFinished')}
        />
      </Line>
      {reopened ? (
        <Body small tone="loose">
          {t('reconcile.reopened', { ...reopened, time: moment(reopened.at) })}
        </Body>
      ) : null}
    </>
  );
}
