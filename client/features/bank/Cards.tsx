import type {
  BatchView,
  CardsView,
  SettlementAnswer,
  SettlementImport,
  SettlementView,
} from '@abacist/contracts';
import { SETTLEMENT_FILES, SETTLEMENT_FORMATS } from '@abacist/core/settlementFormats';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { router } from '~/router';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates, useNumbers } from '~/i18n/useFormat';
import { AskWhy } from '~/ui/AskWhy';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { FilePick } from '~/ui/FilePick';
import { Money, useMoney } from '~/ui/Money';
import { Empty, ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Tag } from '~/ui/Tag';
import { Body, Heading } from '~/ui/Text';

/** Cards: batches that wait, and settlements from gross to fee to net, till beside processor. */
export function CardsLane({ open }: { open?: number }) {
  const cards = useQuery({
    queryKey: ['cards'],
    queryFn: () => request<CardsView>('GET', '/cards'),
  });
  return (
    <Query of={cards}>
      {(view) => (
        <Column gap="$4" paddingBottom="$5">
          <Import view={view} />
          <Batches batches={view.batches} />
          <Settlements settlements={view.settlements} {...(open && { open })} />
        </Column>
      )}
    </Query>
  );
}

function Import({ view }: { view: CardsView }) {
  const t = useWords();
  const money = useMoney();
  const send = useCommand<SettlementImport, SettlementAnswer>('/settlements');
  const differing = send.data?.findings.filter(({ differenceMinor }) => differenceMinor !== 0);
  return (
    <Column paddingHorizontal="$4" gap="$3">
      <Line gap="$3" flexWrap="wrap">
        <Button label={t('cards.coming')} onPress={() => router.push('/bank/coming')} />
        {view.processors.map(({ id, name }) => (
          <Button
            key={id}
            label={t('cards.fees', { name })}
            onPress={() => router.push(`/bank/fees/${id}`)}
          />
        ))}
      </Line>
      {view.processors.flatMap(({ id, name }) =>
        SETTLEMENT_FORMATS.map((format) => (
          <FilePick
            key={`${id} ${format}`}
            label={t('cards.import', { name })}
            accept={SETTLEMENT_FILES[format]}
            disabled={send.isPending}
            onPick={(file) => send.mutate({ ...file, processorId: id, format })}
          />
        )),
      )}
      <ErrorNote error={send.error} />
      {send.data ? (
        <Column role="status" gap="$1">
          <Body strong tone={differing?.length ? 'loose' : 'home'}>
            {t(differing?.length ? 'cards.importedDiffers' : 'cards.imported', {
              number: send.data.number,
              net: money(send.data.netMinor),
            })}
          </Body>
        </Column>
      ) : null}
    </Column>
  );
}

function Batches({ batches }: { batches: BatchView[] }) {
  const t = useWords();
  const dates = useDates();
  if (batches.length === 0) return null;
  return (
    <Column gap="$2">
      <Heading size="section" paddingHorizontal="$4">
        {t('cards.waiting')}
      </Heading>
      <Sheet role="list">
        {batches.map((batch) => (
          <SheetRow key={batch.id} role="listitem" alignItems="flex-start">
            <Column flex={1} minWidth={0}>
              <Body strong>{t('cards.batch', { date: dates.day(batch.batchDate) })}</Body>
              <Body small tone="faded">
                {batch.schemes
                  .map(({ scheme, items }) => t('cards.schemeItems', { scheme, count: items }))
                  .join(' · ')}
              </Body>
              <Body small tone={batch.dueDate < dates.today ? 'loose' : 'faded'}>
                {batch.settledInPart
                  ? t('cards.settledInPart')
                  : batch.closed
                    ? t('cards.due', { date: dates.day(batch.dueDate) })
                    : t('cards.open')}
              </Body>
            </Column>
            <Money
              minor={batch.schemes.reduce(
                (sum, { amountMinor, settledMinor }) => sum + amountMinor - settledMinor,
                0,
              )}
              strong
            />
          </SheetRow>
        ))}
      </Sheet>
    </Column>
  );
}

function Settlements({ settlements, open }: { settlements: SettlementView[]; open?: number }) {
  const t = useWords();
  const [shown, setShown] = useState<number | null>(open ?? null);
  if (settlements.length === 0) {
    return <Empty title={t('cards.noneTitle')} text={t('cards.noneText')} />;
  }
  return (
    <Column gap="$2">
      <Heading size="section" paddingHorizontal="$4">
        {t('cards.settlements')}
      </Heading>
      <Sheet role="list">
        {settlements.map((settlement) => (
          <Settlement
            key={settlement.id}
            settlement={settlement}
            shown={shown === settlement.id}
            onToggle={() => setShown(shown === settlement.id ? null : settlement.id)}
          />
        ))}
      </Sheet>
    </Column>
  );
}

function Settlement({
  settlement,
  shown,
  onToggle,
}: {
  settlement: SettlementView;
  shown: boolean;
  onToggle: () => void;
}) {
  const t = useWords();
  const { percent } = useNumbers();
  const dates = useDates();
  const money = useMoney();
  const [undoing, setUndoing] = useState(false);
  const differs = settlement.differenceMinor !== 0;
  return (
    <Column role="listitem" borderBottomWidth={1} borderColor="$rule" padding="$4" gap="$2">
      <Line justifyContent="space-between" gap="$2">
        <Column flex={1} minWidth={0}>
          <Body strong>{`${settlement.number} · ${settlement.reference}`}</Body>
          <Body small tone="faded">
            {`${settlement.processor}, ${dates.day(settlement.date)}`}
          </Body>
        </Column>
        <Tag
          tone={settlement.atBankOn ? 'home' : 'waiting'}
          label={
            settlement.atBankOn
              ? t('bank.homeOn', { date: dates.day(settlement.atBankOn) })
              : t(settlement.toBankMinor > 0 ? 'stage.sent' : 'cards.noneToBank')
          }
        />
      </Line>
      <Line gap="$3" justifyContent="space-between" flexWrap="wrap">
        <Figure label={t('cards.gross')} minor={settlement.grossMinor} />
        {settlement.refundsMinor ? (
          <Figure label={t('cards.refunds')} minor={-settlement.refundsMinor} />
        ) : null}
        <Figure
          label={t('cards.fee', { percent: percent(settlement.feeBasisPoints / 100, 2) })}
          minor={-settlement.feeMinor}
        />
        <Figure label={t('cards.net')} minor={settlement.netMinor} strong />
        {settlement.carriedMinor ? (
          <Figure
            label={t(settlement.carriedMinor < 0 ? 'cards.carried' : 'cards.carryCleared')}
            minor={-settlement.carriedMinor}
          />
        ) : null}
      </Line>
      <Line justifyContent="space-between" gap="$2" flexWrap="wrap">
        <Body tone={differs ? 'loose' : 'home'} strong={differs}>
          {differs
            ? t('cards.differs', { amount: money(settlement.differenceMinor) })
            : t('cards.agrees')}
        </Body>
        <Button label={shown ? t('cards.less') : t('cards.compare')} onPress={onToggle} />
      </Line>
      {shown
        ? settlement.schemes.map((row) => (
            <Column
              key={`${row.batchDate} ${row.scheme}`}
              gap="$1"
              paddingVertical="$2"
              borderTopWidth={1}
              borderColor="$rule"
            >
              <Line justifyContent="space-between" gap="$2">
                <Body>{`${row.scheme}, ${dates.day(row.batchDate)}`}</Body>
                <Body small tone={row.finding === 'agrees' ? 'home' : 'loose'}>
                  {t(`cards.finding_${row.finding}`)}
                </Body>
              </Line>
              <Line gap="$3" justifyContent="space-between">
                <Figure label={t('cards.till')} minor={row.tillMinor} />
                <Figure
                  label={t('cards.processor')}
                  minor={row.grossMinor - row.refundsMinor}
                />
                <Figure label={t('days.difference')} minor={row.differenceMinor} />
              </Line>
            </Column>
          ))
        : null}
      {shown && !settlement.atBankOn ? (
        <Line>
          <Button label={t('cards.undo')} onPress={() => setUndoing(true)} />
        </Line>
      ) : null}
      {undoing ? (
        <AskWhy
          title={t('cards.undoTitle', { number: settlement.number })}
          text={t('cards.undoText')}
          label={t('cards.undo')}
          path={`/settlements/${settlement.id}/undo`}
          onClose={() => setUndoing(false)}
        />
      ) : null}
    </Column>
  );
}

function Figure({ label, minor, strong }: { label: string; minor: number; strong?: boolean }) {
  return (
    <Column>
      <Body small tone="faded">
        {label}
      </Body>
      <Money minor={minor} textAlign="left" {...(strong && { strong })} />
    </Column>
  );
}
