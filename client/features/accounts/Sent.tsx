import type { AccountPage, MadeStatement } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { router } from '~/router';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { Section } from '~/ui/Section';
import { Body } from '~/ui/Text';

/** The statements that an account got: what it said, and what went to whom when. */
export function Sent({ account }: { account: AccountPage }) {
  const t = useWords();
  const sent = useQuery({
    queryKey: ['accounts', account.id, 'statements'],
    queryFn: () =>
      request<{ statements: MadeStatement[] }>('GET', `/accounts/${account.id}/statements`),
  });
  const statements = sent.data?.statements ?? [];
  return (
    <Section title={t('statements.title')}>
      {statements.length ? (
        <Sheet role="list" aria-label={t('statements.title')}>
          {statements.slice(0, 6).map((one) => (
            <Row key={one.id} statement={one} />
          ))}
        </Sheet>
      ) : null}
      <Column paddingHorizontal="$4" alignItems="flex-start">
        <Button
          label={t('statements.make')}
          onPress={() => router.push(`/accounts/statements?account=${account.id}` as never)}
        />
      </Column>
    </Section>
  );
}

function Row({ statement }: { statement: MadeStatement }) {
  const t = useWords();
  const dates = useDates();
  const { id, number, kind, step, asOf, balanceMinor, issues } = statement;
  const what = step > 0 ? t('reminders.of', { step }) : t(`statements.kind_${kind}`);
  const log = issues.map(({ how, sentTo, by, issuedAt }) =>
    t(`statements.issue_${how}`, {
      to: sentTo ?? '',
      by,
      date: dates.day(dates.dateOf(issuedAt)),
    }),
  );
  return (
    <SheetRow role="listitem">
      <Column flex={1} minWidth={0}>
        <Body>{`${number} · ${what} · ${dates.day(asOf)}`}</Body>
        <Body small tone="faded">
          {log.join(' · ')}
        </Body>
      </Column>
      <Money minor={balanceMinor} />
      <Button
        kind="plain"
        label={t('statements.open', { number })}
        onPress={() => window.open(`/api/account-statements/pdf?ids=${id}`, '_blank')}
      >
        <Body textDecorationLine="underline">PDF</Body>
      </Button>
    </SheetRow>
  );
}
