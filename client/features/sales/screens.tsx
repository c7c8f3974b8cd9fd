import type { SaleDetail } from '@abacist/contracts';
import { inCoins } from '@abacist/core/tenders';
import { papersOf } from '@abacist/core/documents';
import { useQuery } from '@tanstack/react-query';
import { router } from '~/router';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { PapersButton } from '~/features/papers';
import { useScanner, useTicket } from '~/features/ticket';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { BigMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';

import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Heading } from '~/ui/Text';
import { CorrectTenders } from './CorrectTender';
import { PaymentBack } from './PaymentBack';
import { Receipt } from './Receipt';
import { SalesOfDay } from './SalesOfDay';

/** Today's documents as a page of their own, on a phone. */
export function SalesScreen() {
  const t = useWords();
  const dates = useDates();
  return (
    <Screen eyebrow={dates.day(dates.today)} title={t('sales.today')} back="/counter">
      <SalesOfDay />
    </Screen>
  );
}

/** A sale as its receipt, with what became of it; fresh from the counter, the change first. */
export function SaleScreen({ id, changeMinor }: { id: number; changeMinor: number | null }) {
  const t = useWords();
  const sale = useQuery({
    queryKey: ['sale', id],
    queryFn: () => request<SaleDetail>('GET', `/sales/${id}`),
  });
  const fresh = changeMinor !== null;
  // The next customer’s goods are scanned while the receipt still stands there.
  useScanner((scanned) => {
    if (!fresh) return;
    useTicket.setState({ scanned });
    router.replace('/counter');
  });
  return (
    <Screen
      eyebrow={t('sales.receipt')}
      title={sale.data?.number ?? ''}
      back="/counter"
      right={
        sale.data ? (
          <PapersButton
            subject="sale"
            subjectId={id}
            kinds={sale.data.lines.length ? papersOf('sale') : ['receipt']}
            customerEmail={sale.data.customerEmail}
          />
        ) : null
      }
      footer={
        fresh ? (
          <Button
            kind="primary"
            big
            label={t('sales.next')}
            onPress={() => router.replace('/counter')}
          />
        ) : null
      }
    >
      <Query of={sale}>
        {(detail) => (
          <>
            {fresh ? <InHand sale={detail} changeMinor={changeMinor} /> : null}
            <Column gap="$4" paddingBottom="$5">
              <Receipt sale={detail} />
              <SaleActions sale={detail} />
            </Column>
          </>
        )}
      </Query>
    </Screen>
  );
}

/** What the clerk hands over now: the change, cash given back, or a credit note. */
function InHand({ sale, changeMinor }: { sale: SaleDetail; changeMinor: number }) {
  const t = useWords();
  const cash = sale.payments.find(({ kind }) => inCoins(kind));
  const [label, minor] =
    sale.totalMinor >= 0
      ? [t('sales.change'), changeMinor]
      : cash
        ? [t('sales.givenBack'), cash.changeMinor]
        : sale.credit
          ? [t('sales.creditNote', { number: sale.credit.number }), sale.credit.amountMinor]
          : [t('sales.givenBack'), -sale.totalMinor];
  return (
    <Line padding="$4" gap="$3" justifyContent="space-between" flexWrap="wrap" data-noprint>
      <Heading size="page">{label}</Heading>
      <BigMoney minor={minor} />
    </Line>
  );
}

function SaleActions({ sale }: { sale: SaleDetail }) {
  const t = useWords();
  const dates = useDates();
  const voiding = useCommand<object, { number: string }>(`/sales/${sale.id}/void`);
  return (
    <Column gap="$3" paddingHorizontal="$4" data-noprint>
      <ErrorNote error={voiding.error} />
      <Line gap="$2" flexWrap="wrap">
        {sale.status === 'posted' && sale.date === dates.today ? (
          <Button label={t('sales.voidIt')} onPress={() => voiding.mutate({})} />
        ) : null}
        {sale.status === 'posted' &&
        sale.lines.some(({ leftQuantity }) => Number(leftQuantity) > 0) ? (
          <Button
            label={t('sales.takeBack')}
            onPress={() => router.push(`/counter/return?sale=${sale.id}` as never)}
          />
        ) : null}
        {sale.status === 'posted' && sale.date !== dates.today
          ? sale.extras
              .filter(({ mayTakeBack }) => mayTakeBack)
              .map((paid) => (
                <PaymentBack key={paid.chargeAccountId} sale={sale} paid={paid} />
              ))
          : null}
        <CorrectTenders sale={sale} />
        <Button label={t('sales.print')} onPress={() => window.print()} />
        <Button
          label={t('sales.showDay')}
          onPress={() => router.push(`/days/${sale.date}` as never)}
        />
      </Line>
    </Column>
  );
}
