import type { SettlementDetail } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { router } from '~/router';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { AskWhy } from '~/ui/AskWhy';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Money, useMoney } from '~/ui/Money';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';
import { Compared } from './Compared';
import { MadeOf } from './MadeOf';

/** A settlement whole: from gross to net, and its cards beside the till's. */
export function SettlementScreen({ id }: { id: number }) {
  const t = useWords();
  const found = useQuery({
    queryKey: ['settlement', id],
    queryFn: () => request<SettlementDetail>('GET', `/settlements/${id}`),
  });
  const number = found.data?.number ?? '';
  return (
    <Screen title={t('settlement.title', { number })} back="/bank/cards" width={1180}>
      <Query of={found}>
        {(settlement) => (
          <Column gap="$5" paddingBottom="$5">
            <Head of={settlement} />
            <MadeOf of={settlement} />
            <Compared of={settlement} />
            <Reserve of={settlement} />
            <Parts of={settlement} />
            <Undo of={settlement} />
          </Column>
        )}
      </Query>
    </Screen>
  );
}

function Head({ of }: { of: SettlementDetail }) {
  const t = useWords();
  const dates = useDates();
  return (
    <Line justifyContent="space-between" gap="$3" paddingHorizontal="$4" flexWrap="wrap">
      <Column>
        <Body strong>{of.reference}</Body>
        <Body small tone="faded">
          {`${of.processor}, ${dates.day(of.date)}`}
        </Body>
      </Column>
      <Tag
        tone={of.atBankOn ? 'home' : 'waiting'}
        label={
          of.atBankOn
            ? t('bank.homeOn', { date: dates.day(of.atBankOn) })
            : of.toBankMinor > 0
              ? t('cards.due', { date: dates.day(of.dueDate) })
              : t('cards.noneToBank')
        }
      />
    </Line>
  );
}

/** What was held of this payout’s sales, where the processor’s rule says another sum. */
function Reserve({ of: { parts, reserveByRuleMinor } }: { of: SettlementDetail }) {
  const t = useWords();
  const money = useMoney();
  const held = parts
    .filter(({ kind, amountMinor }) => kind === 'reserve' && amountMinor > 0)
    .reduce((sum, { amountMinor }) => sum + amountMinor, 0);
  if (reserveByRuleMinor === null || held === reserveByRuleMinor) return null;
  return (
    <Body tone="loose" paddingHorizontal="$4">
      {t('settlement.reserveRule', { held: money(held), rule: money(reserveByRuleMinor) })}
    </Body>
  );
}

/** What it has beside its cards, each with what it is of. */
function Parts({ of: { parts } }: { of: SettlementDetail }) {
  const t = useWords();
  if (parts.length === 0) return null;
  return (
    <Section title={t('settlement.parts')}>
      <Sheet role="list">
        {parts.map(
          (
            { kind, amountMinor, reference, lastFour, words, disputeId, saleId, saleNumber },
            i,
          ) => (
            <SheetRow key={i} role="listitem">
              <Column flex={1} minWidth={0}>
                <Body>{t(`settlementFile.part_${kind}`)}</Body>
                <Body small tone="faded">
                  {[
                    ...(saleNumber ? [t('settlement.ofSale', { number: saleNumber })] : []),
                    ...(kind === 'chargeback' && !saleId ? [t('settlement.noSale')] : []),
                    ...(lastFour ? [t('settlement.ends', { lastFour })] : []),
                    ...[reference, words].filter(Boolean),
                  ].join(' · ')}
                </Body>
                {disputeId === null ? null : (
                  <Line>
                    <Button
                      label={t('settlement.openDispute')}
                      onPress={() => router.push(`/bank/disputes/${disputeId}`)}
                    />
                  </Line>
                )}
              </Column>
              <Money minor={-amountMinor} />
            </SheetRow>
          ),
        )}
      </Sheet>
    </Section>
  );
}

function Undo({ of }: { of: SettlementDetail }) {
  const t = useWords();
  const [asking, setAsking] = useState(false);
  if (of.atBankOn) return null;
  return (
    <Line paddingHorizontal="$4">
      <Button label={t('cards.undo')} onPress={() => setAsking(true)} />
      {asking ? (
        <AskWhy
          title={t('cards.undoTitle', { number: of.number })}
          text={t('cards.undoText')}
          label={t('cards.undo')}
          path={`/settlements/${of.id}/undo`}
          onDone={() => router.replace('/bank/cards')}
          onClose={() => setAsking(false)}
        />
      ) : null}
    </Line>
  );
}
