import type { ChangeDispute, DisputeDetail } from '@abacist/contracts';
import { daysBetween, isIsoDate } from '@abacist/core/dates';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { router } from '~/router';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { DateField } from '~/ui/DateField';
import { BigMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';
import { Evidence } from './Evidence';
import { FindSale } from './FindSale';
import { Lose } from './Lose';
import { Story } from './Story';
import { STATE_TONES } from './tones';
import { useCardName } from './useCardName';

/** A dispute whole: what is disputed of which sale, until when it is to be answered, what came of it. */
export function DisputeScreen({ id }: { id: number }) {
  const t = useWords();
  const found = useQuery({
    queryKey: ['dispute', id],
    queryFn: () => request<DisputeDetail>('GET', `/disputes/${id}`),
  });
  return (
    <Screen title={t('disputes.one')} back="/bank/disputes" width={760}>
      <Query of={found}>
        {(dispute) => (
          <Column gap="$5" paddingBottom="$5">
            <Head of={dispute} />
            {dispute.saleId === null && dispute.amountMinor > 0 ? (
              <FindSale of={dispute} />
            ) : null}
            {dispute.saleId === null ? null : <Evidence of={dispute} />}
            {isWaiting(dispute) ? (
              <Answer key={`${dispute.evidenceDue} ${dispute.sentOn}`} of={dispute} />
            ) : null}
            <Story of={dispute} />
            {dispute.openMinor === 0 ? null : <Lose of={dispute} />}
          </Column>
        )}
      </Query>
    </Screen>
  );
}

const isWaiting = ({ state }: DisputeDetail) => state === 'toAnswer' || state === 'answered';

function Head({ of }: { of: DisputeDetail }) {
  const t = useWords();
  const nameOf = useCardName();
  const { saleId, saleNumber, settled } = of;
  return (
    <Column gap="$2" paddingHorizontal="$4">
      <Line justifyContent="space-between" gap="$3" flexWrap="wrap">
        <Column flex={1} minWidth={0}>
          <Body strong>{nameOf(of)}</Body>
          <Body small tone="faded">
            {[of.processor, of.reference, settled?.authorisation].filter(Boolean).join(' · ')}
          </Body>
          <HowLong of={of} />
        </Column>
        <Column alignItems="flex-end">
          <BigMoney minor={of.openMinor === 0 ? of.amountMinor : of.openMinor} />
          <Tag tone={STATE_TONES[of.state]} label={t(`disputes.state_${of.state}`)} />
        </Column>
      </Line>
      {saleId !== null && saleNumber ? (
        <Line>
          <Button
            label={t('disputes.openSale', { number: saleNumber })}
            onPress={() => router.push(`/sales/${saleId}`)}
          />
        </Line>
      ) : null}
      {of.state === 'unknown' ? <Body>{t('disputes.unknownText')}</Body> : null}
    </Column>
  );
}

/** How many days are left to answer it, or since when the processor decides. */
function HowLong({ of }: { of: DisputeDetail }) {
  const t = useWords();
  const dates = useDates();
  if (!isWaiting(of)) return null;
  const days = of.evidenceDue === null ? null : daysBetween(dates.today, of.evidenceDue);
  const late = of.sentOn === null && days !== null && days < 0;
  return (
    <Body tone={late ? 'loose' : 'waiting'} strong>
      {of.sentOn !== null
        ? t('disputes.sentOn', { date: dates.day(of.sentOn) })
        : days === null
          ? t('disputes.noDue')
          : late
            ? t('disputes.late', { count: -days })
            : t('disputes.left', { count: days })}
    </Body>
  );
}

/** Until when it is to be answered, and that it was. */
function Answer({ of }: { of: DisputeDetail }) {
  const t = useWords();
  const dates = useDates();
  const [due, setDue] = useState(of.evidenceDue ?? '');
  const send = useCommand<ChangeDispute, DisputeDetail>(`/disputes/${of.id}`);
  const dueDate = isIsoDate(due) ? due : null;
  const change = (sentOn: string | null) =>
    send.mutate({ evidenceDue: due === '' ? null : dueDate, sentOn });
  const sent = of.sentOn !== null;
  return (
    <Section title={t('disputes.answer')}>
      <Column gap="$3" paddingHorizontal="$4">
        {sent ? null : <DateField label={t('disputes.due')} value={due} onChange={setDue} />}
        <ErrorNote error={send.error} />
        <Line gap="$3" flexWrap="wrap">
          {sent ? (
            <Button
              label={t('disputes.notSent')}
              disabled={send.isPending}
              onPress={() => change(null)}
            />
          ) : (
            <>
              {due === (of.evidenceDue ?? '') ? null : (
                <Button
                  label={t('disputes.keepDue')}
                  disabled={(due !== '' && !dueDate) || send.isPending}
                  onPress={() => change(null)}
                />
              )}
              <Button
                kind="primary"
                label={t('disputes.sent')}
                disabled={(due !== '' && !dueDate) || send.isPending}
                onPress={() => change(dates.today)}
              />
            </>
          )}
        </Line>
      </Column>
    </Section>
  );
}
