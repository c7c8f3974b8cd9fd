import type { CreditNote, ExtendCredit, VoucherView } from '@abacist/contracts';
import { addDays, isIsoDate } from '@abacist/core/dates';
import type { RefundState } from '@abacist/core/returns';
import { useQuery } from '@tanstack/react-query';
import { router } from '~/router';
import { useState, type ReactNode } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useMay } from '~/api/session';
import { PapersButton } from '~/features/papers';
import { ticketIsEmpty, useTicket } from '~/features/ticket';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { DateField } from '~/ui/DateField';
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

/** Gift vouchers with something left, or one of them: how much, until when, what to do. */
export function VouchersScreen({ id }: { id: number | null }) {
  const t = useWords();
  const found = useQuery({
    queryKey: ['vouchers', id],
    queryFn: () =>
      request<{ vouchers: VoucherView[] }>('GET', `/vouchers/open${id ? `?id=${id}` : ''}`),
  });
  return (
    <Screen eyebrow={t('shell.counter')} title={t('credits.vouchers')} back="/counter">
      <Query of={found}>
        {({ vouchers }) =>
          vouchers.length ? (
            <Sheet>
              {vouchers.map((voucher) => (
                <VoucherRow key={voucher.id} voucher={voucher} />
              ))}
            </Sheet>
          ) : (
            <Empty title={t('credits.noVoucherTitle')} text={t('credits.noVoucherText')} />
          )
        }
      </Query>
    </Screen>
  );
}

function VoucherRow({ voucher }: { voucher: VoucherView }) {
  const t = useWords();
  const ticket = useTicket();
  const untouched = voucher.leftMinor === voucher.amountMinor;
  const brought = useQuery({
    queryKey: ['vouchers', voucher.id, 'broughtBy'],
    queryFn: () => request<RefundState>('GET', `/vouchers/${voucher.id}/brought-by`),
    enabled: untouched,
  });
  const takeBack = () => {
    ticket.begin({
      extras: [
        { kind: 'voucherBack', voucherId: voucher.id, amountMinor: voucher.amountMinor },
      ],
      broughtBy: brought.data ?? null,
    });
    router.push('/counter/pay');
  };
  return (
    <OwedRow owed={{ ...voucher, number: t('credits.voucher', voucher) }} path="/vouchers">
      {untouched && ticketIsEmpty(ticket) && brought.data ? (
        <Button label={t('credits.takeBack')} onPress={takeBack} />
      ) : null}
    </OwedRow>
  );
}

function CreditRow({ credit }: { credit: CreditNote }) {
  return (
    <OwedRow owed={credit} path="/credits">
      <PapersButton subject="creditNote" subjectId={credit.id} kinds={['creditNote']} />
    </OwedRow>
  );
}

/** What the shop owes until a last day: it is extended, or let go once that day is over. */
function OwedRow({
  owed,
  path,
  children,
}: {
  owed: VoucherView;
  path: '/credits' | '/vouchers';
  children: ReactNode;
}) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const may = useMay();
  const [extending, setExtending] = useState(false);
  const expire = useCommand<object, { number: string }>(`${path}/${owed.id}/expire`);
  const { validUntil, expired } = owed;
  const open = owed.leftMinor > 0;
  return (
    <Column padding="$4" gap="$3" borderBottomWidth={1} borderColor="$rule">
      <Line gap="$3" justifyContent="space-between" alignItems="flex-start">
        <Column flex={1}>
          <Body strong>{owed.number}</Body>
          <Body small tone={expired ? 'loose' : 'faded'}>
            {validUntil === null
              ? t('credits.noEnd')
              : t(expired ? 'credits.expiredOn' : 'credits.until', {
                  date: dates.date(validUntil),
                })}
          </Body>
        </Column>
        <Column alignItems="flex-end">
          <Money minor={owed.leftMinor} strong />
          {owed.leftMinor !== owed.amountMinor ? (
            <Body small tone="faded">
              {t('credits.ofAmount', { amount: money(owed.amountMinor) })}
            </Body>
          ) : null}
        </Column>
      </Line>
      {open ? null : <Tag tone="faded" label={t('credits.usedUp')} />}
      <ErrorNote error={expire.error} />
      <Line gap="$2" flexWrap="wrap">
        {children}
        {open && validUntil !== null ? (
          <Button label={t('credits.extend')} onPress={() => setExtending(true)} />
        ) : null}
        {expired && may(`POST ${path}/:id/expire`) ? (
          <Button label={t('credits.expire')} onPress={() => expire.mutate({})} />
        ) : null}
      </Line>
      <Column role="list">
        <ListLink to={`/sales/${owed.saleId}`} plain>
          <Body small textDecorationLine="underline" paddingVertical="$3">
            {t('credits.issuedBy', {
              number: owed.saleNumber,
              date: dates.day(owed.issuedOn),
            })}
          </Body>
        </ListLink>
      </Column>
      {extending && validUntil !== null ? (
        <Extend
          number={owed.number}
          validUntil={validUntil}
          path={`${path}/${owed.id}/extend`}
          onClose={() => setExtending(false)}
        />
      ) : null}
    </Column>
  );
}

function Extend({
  number,
  validUntil,
  path,
  onClose,
}: {
  number: string;
  validUntil: string;
  path: string;
  onClose: () => void;
}) {
  const t = useWords();
  const dates = useDates();
  const from = validUntil > dates.today ? validUntil : dates.today;
  const [date, setDate] = useState(addDays(from, 30));
  const extend = useCommand<ExtendCredit, object>(path, onClose);
  const valid = isIsoDate(date);
  return (
    <Dialog open title={t('credits.extendTitle', { number })} onClose={onClose}>
      <DateField label={t('credits.lastDay')} value={date} onChange={setDate} autoFocus />
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
