import type { ComparedRow, SettlementDetail } from '@abacist/contracts';
import { useMedia } from '@tamagui/core';
import { useState } from 'react';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { Section } from '~/ui/Section';
import { Body } from '~/ui/Text';
import { Decided } from './Decided';
import { Mends } from './Mends';

/**
 * The till's cards beside the processor's: what differs, one after the other on a phone, side by side
 * where there is room; the sums of both sides and their difference stay in sight.
 */
export function Compared({ of }: { of: SettlementDetail }) {
  return of.cards ? <OfCards cards={of.cards} settlementId={of.id} /> : <OfSums of={of} />;
}

function OfCards({
  cards,
  settlementId,
}: {
  cards: NonNullable<SettlementDetail['cards']>;
  settlementId: number;
}) {
  const t = useWords();
  const media = useMedia();
  const [at, setAt] = useState(0);
  const { rows } = cards;
  const shown = Math.min(at, Math.max(0, rows.length - 1));
  const inSight = media.pair ? rows : rows.slice(shown, shown + 1);
  return (
    <Section title={t('settlement.compare')}>
      <Column paddingHorizontal="$4">
        <Body tone={rows.length ? 'loose' : 'home'} strong>
          {rows.length
            ? `${t('settlement.differing', { count: rows.length })} · ${t(
                'settlement.agreeing',
                { count: cards.agreeing },
              )}`
            : t(cards.decided.length ? 'settlement.allDecided' : 'settlement.clean')}
        </Body>
        {cards.otherBatch ? (
          <Body small tone="faded">
            {t('settlement.otherBatch', { count: cards.otherBatch })}
          </Body>
        ) : null}
      </Column>
      <Sheet role="list">
        {inSight.map((row) => (
          <Row
            key={`${row.theirs?.position} ${row.ours?.saleTenderId}`}
            row={row}
            settlementId={settlementId}
            wide={media.pair}
          />
        ))}
        <Sums
          tillMinor={cards.tillMinor}
          processorMinor={cards.processorMinor}
          wide={media.pair}
        />
      </Sheet>
      {!media.pair && rows.length > 1 ? (
        <Line gap="$3" justifyContent="space-between" paddingHorizontal="$4">
          <Button
            label={t('settlement.before')}
            disabled={shown === 0}
            onPress={() => setAt(shown - 1)}
          />
          <Body small tone="faded">
            {t('settlement.which', { at: shown + 1, of: rows.length })}
          </Body>
          <Button
            label={t('settlement.next')}
            disabled={shown === rows.length - 1}
            onPress={() => setAt(shown + 1)}
          />
        </Line>
      ) : null}
      <Decided decided={cards.decided} />
    </Section>
  );
}

function Row({
  row,
  settlementId,
  wide,
}: {
  row: ComparedRow;
  settlementId: number;
  wide: boolean;
}) {
  const t = useWords();
  const { ours } = row;
  return (
    <Column
      role="listitem"
      paddingHorizontal="$4"
      paddingVertical="$3"
      gap="$2"
      borderBottomWidth={1}
      borderColor="$rule"
    >
      <Line justifyContent="space-between" gap="$3">
        <Body strong tone="loose">
          {t(`settlement.what_${row.what}`)}
        </Body>
        <Money minor={row.differenceMinor} strong />
      </Line>
      <Column gap="$3" {...(wide && { flexDirection: 'row' })}>
        <Side
          label={t('settlement.till')}
          card={ours}
          number={ours?.number ?? ''}
          wide={wide}
        />
        <Side
          label={t('settlement.processor')}
          card={row.theirs}
          number={row.theirs?.authorisation ?? ''}
          wide={wide}
        />
      </Column>
      <Body small tone="faded">
        {[
          t(`settlement.cause_${row.what}`),
          ...(row.evidence.length
            ? [
                t('settlement.evidence', {
                  list: row.evidence.map((one) => t(`settlement.evidence_${one}`)).join(', '),
                }),
              ]
            : []),
        ].join(' ')}
      </Body>
      <Mends row={row} settlementId={settlementId} />
    </Column>
  );
}

function Side({
  label,
  card,
  number,
  wide,
}: {
  label: string;
  card: ComparedRow['ours'] | ComparedRow['theirs'];
  number: string;
  wide: boolean;
}) {
  const t = useWords();
  const dates = useDates();
  return (
    <Line
      {...(wide && { flex: 1 })}
      minWidth={0}
      gap="$3"
      justifyContent="space-between"
      alignItems="flex-start"
    >
      <Column flex={1} minWidth={0}>
        <Body small tone="faded">
          {label}
        </Body>
        <Body>{card ? card.scheme : t('settlement.noCard')}</Body>
        {card ? (
          <Body small tone="faded">
            {[
              ...[number].filter(Boolean),
              ...(card.lastFour ? [t('settlement.ends', { lastFour: card.lastFour })] : []),
              ...(card.on ? [`${dates.day(card.on)} ${card.time ?? ''}`.trim()] : []),
              t('settlement.batchOf', { date: dates.day(card.batchDate) }),
            ].join(' · ')}
          </Body>
        ) : null}
      </Column>
      {card ? <Money minor={card.amountMinor} /> : null}
    </Line>
  );
}

function Sums({
  tillMinor,
  processorMinor,
  wide,
}: {
  tillMinor: number;
  processorMinor: number;
  wide: boolean;
}) {
  const t = useWords();
  const figures: [string, number][] = [
    [t('settlement.till'), tillMinor],
    [t('settlement.processor'), processorMinor],
    [t('settlement.difference'), processorMinor - tillMinor],
  ];
  return (
    <Line
      role="listitem"
      gap="$3"
      padding="$4"
      justifyContent={wide ? 'flex-end' : 'space-between'}
      backgroundColor="$paper"
      position="sticky"
      bottom={0}
    >
      {figures.map(([label, minor]) => (
        <Column key={label} alignItems="flex-end">
          <Body small tone="faded">
            {label}
          </Body>
          <Money minor={minor} strong />
        </Column>
      ))}
    </Line>
  );
}

function OfSums({ of }: { of: SettlementDetail }) {
  const t = useWords();
  const dates = useDates();
  const differs = of.differing > 0;
  const till = of.schemes.reduce((sum, one) => sum + one.tillMinor, 0);
  if (of.schemes.length === 0) return null;
  return (
    <Section title={t('settlement.compare')}>
      <Column paddingHorizontal="$4">
        <Body tone={differs ? 'loose' : 'home'} strong>
          {t(differs ? 'settlement.bySums' : 'settlement.cleanSums')}
        </Body>
      </Column>
      <Sheet role="list">
        {of.schemes.map((row) => (
          <Column
            key={`${row.batchDate} ${row.scheme}`}
            role="listitem"
            paddingHorizontal="$4"
            paddingVertical="$2"
            borderBottomWidth={1}
            borderColor="$rule"
          >
            <Line justifyContent="space-between" gap="$3">
              <Body>{`${row.scheme}, ${dates.day(row.batchDate)}`}</Body>
              <Body small tone={row.finding === 'agrees' ? 'home' : 'loose'}>
                {t(`cards.finding_${row.finding}`)}
              </Body>
            </Line>
            <Line gap="$3" justifyContent="space-between">
              <Money minor={row.tillMinor} small />
              <Money minor={row.grossMinor - row.refundsMinor} small />
              <Money minor={row.differenceMinor} small />
            </Line>
          </Column>
        ))}
        <Sums tillMinor={till} processorMinor={till + of.differenceMinor} wide={false} />
      </Sheet>
    </Section>
  );
}
