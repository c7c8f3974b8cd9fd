import type { CreditNote, ExtendCredit } from '@abacist/contracts';
import { addDays, isIsoDate } from '@abacist/core/dates';
import { mayAs } from '@abacist/core/people';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useSignedIn } from '~/api/session';
import { PapersButton } from '~/features/papers';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { ListLink } from '~/ui/ListLink';
import { Money, useMoney } from '~/ui/Money';
import { Empty, ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';

/** Credit notes with something left, or the one of a number: how much, until when, what to do. */
export function CreditsScreen({ number }: { number: number | null }) {
  const t = useWords();
  const found = useQuery({
    queryKey: ['credits', number],
    queryFn: () =>
      request<{ credits: CreditNote[] }>(
        'GET',
        `/credits${number ? `?number=${number}` : ''}`,
      ),
  });
  return (
    <Screen eyebrow={t('shell.counter')} title={t('credits.title')} back="/counter">
      <Query of={found}>
        {({ credits }) =>
          credits.length ? (
            <Sheet>
              {credits.map((credit) => (
                <CreditRow key={credit.id} credit={credit} />
              ))}
            </Sheet>
          ) : (
            <Empty title={t('credits.noneTitle')} text={t('credits.noneText')} />
          )
        }
      </Query>
    </Screen>
  );
}

function CreditRow({ credit }: { credit: CreditNote }) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const { person } = useSignedIn();
  const [extending, setExtending] = useState(false);
  const expire = useCommand<object, { number: string }>(`/credits/${credit.id}/expire`);
  const open = credit.leftMinor > 0;
  return (
    <Column padding="$4" gap="$3" borderBottomWidth={1} borderColor="$rule">
      <Line gap="$3" justifyContent="space-between" alignItems="flex-start">
        <Column flex={1}>
          <Body strong>{credit.number}</Body>
          <Body small tone={credit.expired ? 'loose' : 'faded'}>
            {t(credit.expired ? 'credits.expiredOn' : 'credits.until', {
              date: dates.long(credit.validUntil),
            })}
          </Body>
        </Column>
        <Column alignItems="flex-end">
          <Money minor={credit.leftMinor} strong />
          {credit.leftMinor !== credit.amountMinor ? (
            <Body small tone="faded">
              {t('credits.ofAmount', { amount: money(credit.amountMinor) })}
            </Body>
          ) : null}
        </Column>
      </Line>
      {open ? null : <Tag tone="faded" label={t('credits.usedUp')} />}
      <ErrorNote error={expire.error} />
      <Line gap="$2" flexWrap="wrap">
        <PapersButton subject="creditNote" subjectId={credit.id} kinds={['creditNote']} />
        {open ? (
          <Button label={t('credits.extend')} onPress={() => setExtending(true)} />
        ) : null}
        {credit.expired && mayAs(person.role, 'bookkeeper') ? (
          <Button label={t('credits.expire')} onPress={() => expire.mutate({})} />
        ) : null}
      </Line>
      <Column role="list">
        <ListLink to={`/sales/${credit.saleId}`} plain>
          <Body small textDecorationLine="underline" paddingVertical="$3">
            {t('credits.issuedBy', {
              number: credit.saleNumber,
              date: dates.day(credit.issuedOn),
            })}
          </Body>
        </ListLink>
      </Column>
      {extending ? <Extend credit={credit} onClose={() => setExtending(false)} /> : null}
    </Column>
  );
}

function Extend({ credit, onClose }: { credit: CreditNote; onClose: () => void }) {
  const t = useWords();
  const dates = useDates();
  const from = credit.validUntil > dates.today ? credit.validUntil : dates.today;
  const [date, setDate] = useState(addDays(from, 30));
  const extend = useCommand<ExtendCredit, object>(`/credits/${credit.id}/extend`, onClose);
  const valid = isIsoDate(date);
  return (
    <Dialog open title={t('credits.extendTitle', { number: credit.number })} onClose={onClose}>
      <Field
        label={t('credits.lastDay')}
        value={date}
        onChange={setDate}
        autoFocus
        error={valid ? undefined : t('refusal.date_notADate')}
      />
      <ErrorNote error={extend.error} />
      <Decide
        label={t('credits.extend')}
        disabled={!valid || extend.isPending}
        onDecide={() => extend.mutate({ validUntil: date })}
        onCancel={onClose}
      />
    </Dialog>
  );
}
