import type { KnownPayer, UnknownPayment } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { AccountFinder } from '~/features/accounts';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { Dialog } from '~/ui/Dialog';
import { Money } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Section } from '~/ui/Section';
import { Body } from '~/ui/Text';

/** Payments whose payer nobody knows yet, under the names that stand on them. */
export function Unknown() {
  const t = useWords();
  const dates = useDates();
  const [asked, setAsked] = useState<UnknownPayment | null>(null);
  const { data = [] } = useQuery({
    queryKey: ['unknownPayments'],
    queryFn: () => request<UnknownPayment[]>('GET', '/unknown-payments'),
  });
  if (data.length === 0) return null;
  return (
    <Section title={t('deskPayments.unknownTitle')}>
      <Sheet role="list">
        {data.map((payment) => (
          <SheetRow key={payment.id} role="listitem">
            <Column flex={1} minWidth={0}>
              <Body strong>{payment.name}</Body>
              <Body small tone="faded">
                {`${payment.number} · ${dates.day(payment.date)}`}
              </Body>
            </Column>
            <Money minor={payment.amountMinor} />
            <Button label={t('deskPayments.whose')} onPress={() => setAsked(payment)} />
          </SheetRow>
        ))}
      </Sheet>
      {asked ? <Whose payment={asked} onClose={() => setAsked(null)} /> : null}
    </Section>
  );
}

/** Whose it is: it goes on his account, and to what he owes. */
function Whose({ payment, onClose }: { payment: UnknownPayment; onClose: () => void }) {
  const t = useWords();
  const known = useCommand<KnownPayer, object>(
    `/unknown-payments/${payment.id}/known`,
    onClose,
  );
  return (
    <Dialog open title={t('deskPayments.whoseTitle', payment)} onClose={onClose}>
      <AccountFinder
        fits={({ closed }) => !closed}
        onChoose={({ id }) => known.mutate({ chargeAccountId: id })}
      />
      <ErrorNote error={known.error} />
      <Button label={t('common.cancel')} onPress={onClose} />
    </Dialog>
  );
}
