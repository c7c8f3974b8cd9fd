import type { BatchView, CardsView, SettlementView } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { router } from '~/router';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates, useNumbers } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { FilePick } from '~/ui/FilePick';
import { Money, useMoney } from '~/ui/Money';
import { Empty } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Tag } from '~/ui/Tag';
import { usePicked } from '~/features/settlementFiles';
import { Body, Heading } from '~/ui/Text';

/** Cards: batches that wait, and settlements from gross to fee to net, till beside processor. */
export function CardsLane() {
  const cards = useQuery({
    queryKey: ['cards'],
    queryFn: () => request<CardsView>('GET', '/cards'),
  });
  return (
    <Query of={cards}>
      {(view) => (
        <Column gap="$4" paddingBottom="$5">
          <Import view={view} />
          <Batches batches={view.batches} named={view.processors.length > 1} />
          <Settlements settlements={view.settlements} />
        </Column>
      )}
    </Query>
  );
}

/** The files that processors send, of any layout. */
const FILES = '.csv,.txt,.tsv,.dat,.xlsx,text/csv,text/plain';

function Import({ view }: { view: CardsView }) {
  const t = useWords();
  const { pick } = usePicked();
  return (
    <Column gap="$3">
      <Line gap="$3" flexWrap="wrap" paddingHorizontal="$4">
        <Button label={t('cards.coming')} onPress={() => router.push('/bank/coming')} />
        <Button
          label={t('cards.disputes', { count: view.disputes })}
          onPress={() => router.push('/bank/disputes')}
        />
      </Line>
      <Sheet role="list" aria-label={t('cards.processors')}>
        {view.processors.map(({ id, name }) => (
          <SheetRow key={id} role="listitem">
            <Body strong flex={1} minWidth={0} numberOfLines={1}>
              {name}
            </Body>
            <Button
              label={t('cards.feesShort')}
              readOut={t('cards.fees', { name })}
              onPress={() => router.push(`/bank/fees/${id}`)}
            />
            <FilePick
              label={t('cards.importShort')}
              readOut={t('cards.import', { name })}
              accept={FILES}
              onPick={(file) => {
                pick(id, file);
                router.push(`/bank/file/${id}`);
              }}
            />
          </SheetRow>
        ))}
      </Sheet>
    </Column>
  );
}

function Batches({ batches, named }: { batches: BatchView[]; named: boolean }) {
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
                {[
                  ...(named ? [batch.processor] : []),
                  ...batch.schemes.map(({ scheme, items }) =>
                    t('cards.schemeItems', { scheme, count: items }),
                  ),
                ].join(' · ')}
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

function Settlements({ settlements }: { settlements: SettlementView[] }) {
  const t = useWords();
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
          <Settlement key={settlement.id} settlement={settlement} />
        ))}
      </Sheet>
    </Column>
  );
}

function Settlement({ settlement }: { settlement: SettlementView }) {
  const t = useWords();
  const { percent } = useNumbers();
  const dates = useDates();
  const money = useMoney();
  const differs = settlement.differing > 0;
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
        <Button
          label={t('cards.compare')}
          onPress={() => router.push(`/bank/settlements/${settlement.id}`)}
        />
      </Line>
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
