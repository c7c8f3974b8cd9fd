import type { PayoutForeseen, SettlementLook } from '@abacist/contracts';
import { useState } from 'react';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Money, useMoney } from '~/ui/Money';
import { Section } from '~/ui/Section';
import { Body } from '~/ui/Text';

/** What a file would bring: its payouts from gross to net, what differs from the till, what is left out. */
export function Foreseen({ seen }: { seen: SettlementLook }) {
  const t = useWords();
  if (seen.payouts.length === 0) return null;
  return (
    <Column gap="$4">
      <Section title={t('settlementFile.payouts', { count: seen.payouts.length })}>
        <Sheet role="list">
          {seen.payouts.map((payout) => (
            <Payout
              key={`${payout.merchant} ${payout.reference} ${payout.date}`}
              of={payout}
            />
          ))}
        </Sheet>
      </Section>
      <LeftOut seen={seen} />
    </Column>
  );
}

function Payout({ of }: { of: PayoutForeseen }) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const differs = of.differences.map(
    ({ what, count }) => `${count} ${t(`settlement.what_${what}`)}`,
  );
  const lines: [string, number][] = [
    [t('settlement.gross'), of.grossMinor],
    [t('settlement.refunds'), -of.refundsMinor],
    [t('settlement.fees'), -of.feeMinor],
    ...of.parts
      .filter(({ kind }) => kind !== 'fee')
      .map(({ kind, amountMinor }): [string, number] => [
        t(`settlementFile.part_${kind}`),
        -amountMinor,
      ]),
  ];
  return (
    <Column role="listitem" padding="$4" gap="$2" borderBottomWidth={1} borderColor="$rule">
      <Line justifyContent="space-between" gap="$3">
        <Column flex={1} minWidth={0}>
          <Body strong>
            {t('settlementFile.payout', {
              ...{ reference: of.reference, date: dates.day(of.date) },
            })}
          </Body>
          <Body small tone="faded">
            {[
              ...(of.cards ? [t('settlementFile.cards', { count: of.cards })] : []),
              of.stated.length
                ? t('settlementFile.stated', {
                    list: of.stated.map((sum) => t(`settlementFile.sum_${sum}`)).join(', '),
                  })
                : t('settlementFile.statedNone'),
            ].join(' · ')}
          </Body>
        </Column>
        <Money minor={of.netMinor} strong />
      </Line>
      {of.known ? (
        <Body tone="faded">{t('settlementFile.alreadyHere', { number: of.known })}</Body>
      ) : (
        <>
          {lines
            .filter(([, minor], i) => i === 0 || minor !== 0)
            .map(([label, minor], i) => (
              <Line key={i} justifyContent="space-between">
                <Body small>{label}</Body>
                <Money minor={minor} small />
              </Line>
            ))}
          <Body tone={of.differences.length ? 'loose' : 'home'} strong>
            {of.billOf
              ? t('settlementFile.bill', { month: dates.month(of.billOf) })
              : of.differences.length
                ? `${t('cards.differs', { amount: money(of.differenceMinor) })}: ${differs.join(', ')}`
                : t('settlementFile.agrees')}
          </Body>
        </>
      )}
    </Column>
  );
}

/** Each row of which nothing is made, and why. */
function LeftOut({ seen }: { seen: SettlementLook }) {
  const t = useWords();
  const [open, setOpen] = useState(false);
  return (
    <Column gap="$2">
      <Column paddingHorizontal="$4" gap="$2">
        {seen.masked ? (
          <Body small tone="faded">
            {t('settlementFile.masked', { count: seen.masked })}
          </Body>
        ) : null}
        <Line>
          <Button
            kind="plain"
            label={t('settlementFile.leftOut', { count: seen.leftOutCount })}
            disabled={seen.leftOutCount === 0}
            onPress={() => setOpen(!open)}
          />
        </Line>
      </Column>
      {open ? (
        <Sheet role="list">
          {seen.leftOut.map(({ row, why, text }) => (
            <SheetRow key={row} role="listitem">
              <Column flex={1} minWidth={0}>
                <Body small>
                  {`${t('settlementFile.rowBecomes', { row })}, ${t(`settlementFile.why_${why}`)}`}
                </Body>
                <Body small tone="faded" numberOfLines={1}>
                  {text}
                </Body>
              </Column>
            </SheetRow>
          ))}
        </Sheet>
      ) : null}
    </Column>
  );
}
