import type {
  FinishStatement,
  LineApart,
  MovementView,
  Reconciliation,
} from '@abacist/contracts';
import { isIsoDate } from '@abacist/core/dates';
import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useMay } from '~/api/session';
import { useMovementWords } from '~/features/bank';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { router } from '~/router';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { DateField } from '~/ui/DateField';
import { ListLink } from '~/ui/ListLink';
import { BigMoney, Money } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { Select } from '~/ui/Select';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';
import { Finished } from './Finished';
import { blockOf } from './block';

/** A bank account at the end of a day: the statement against the books, with all that stands on one side alone. */
export function ReconcileScreen({
  bankAccountId,
  asOf,
}: {
  bankAccountId: number | null;
  asOf: string | null;
}) {
  const t = useWords();
  const asked = new URLSearchParams({
    ...(bankAccountId !== null && { bankAccountId: String(bankAccountId) }),
    ...(asOf !== null && { asOf }),
  }).toString();
  const found = useQuery({
    queryKey: ['reconciliation', bankAccountId, asOf],
    queryFn: () => request<Reconciliation>('GET', `/reconciliation?${asked}`),
  });
  return (
    <Screen
      title={t('reconcile.title')}
      {...(found.data && { eyebrow: found.data.account.name })}
      back="/bank/statement"
      width={1120}
      footer={found.data ? <Finish of={found.data} /> : null}
    >
      <Query of={found}>
        {(data) => (
          <Column gap="$4" paddingBottom="$5">
            <Day of={data} />
            <Column gap="$4" $wide={{ flexDirection: 'row', alignItems: 'flex-start' }}>
              <Column gap="$4" $wide={{ flex: 1 }}>
                <Formula of={data} />
                <Finished of={data.finished} />
              </Column>
              <Column gap="$4" $wide={{ flex: 1 }}>
                <Lists of={data} />
              </Column>
            </Column>
          </Column>
        )}
      </Query>
    </Screen>
  );
}

const pageOf = (bankAccountId: number, asOf: string) =>
  router.replace(`/bank/reconcile?account=${bankAccountId}&date=${asOf}` as never);

/** Which day: mostly one on which a statement ends. */
function Day({ of: { account, asOf, ends, covered, missing } }: { of: Reconciliation }) {
  const t = useWords();
  const dates = useDates();
  const isEnd = ends.includes(asOf);
  return (
    <Column paddingHorizontal="$4" gap="$2">
      <Line gap="$3" alignItems="flex-end" flexWrap="wrap">
        <DateField
          label={t('reconcile.asOf')}
          value={asOf}
          onChange={(date) => {
            if (isIsoDate(date)) pageOf(account.id, date);
          }}
        />
        {ends.length > 1 ? (
          <Select
            label={t('reconcile.ends')}
            value={isEnd ? asOf : ''}
            options={[
              ...(isEnd ? [] : [{ value: '', label: t('reconcile.another') }]),
              ...ends.map((date) => ({ value: date, label: dates.day(date) })),
            ]}
            onChange={(date) => {
              if (date) pageOf(account.id, date);
            }}
          />
        ) : null}
      </Line>
      {covered === null ? (
        <Body tone="loose" strong>
          {t('reconcile.notCovered')}
        </Body>
      ) : null}
      {missing.map(({ from, to }) => (
        <Body key={from} tone="loose" strong>
          {t('reconcile.missing', { from: dates.day(from), to: dates.day(to) })}
        </Body>
      ))}
    </Column>
  );
}

/** The formula, a row a term; what it comes to and what the bank says stand below each other. */
function Formula({ of }: { of: Reconciliation }) {
  const t = useWords();
  const { underWay, ahead, notPosted } = of.sums;
  const ties = of.statementMinor !== null && of.differenceMinor === 0 && of.linesOpen === 0;
  return (
    <Sheet aria-label={t('reconcile.title')}>
      <Term name={t('reconcile.atBank')} minor={of.bankMinor} />
      <Term name={t('reconcile.underWay')} minor={of.transitMinor} />
      <Term name={t('statement.bookBalance')} minor={of.booksMinor} strong />
      <Term
        name={t('reconcile.lessUnderWay', { count: underWay.count })}
        minor={-underWay.minor}
      />
      {ahead.count ? (
        <Term name={t('reconcile.lessAhead', { count: ahead.count })} minor={-ahead.minor} />
      ) : null}
      <Term
        name={t('reconcile.withNotPosted', { count: notPosted.count })}
        minor={notPosted.minor}
      />
      <Term name={t('reconcile.expected')} minor={of.expectedMinor} strong />
      {of.statementMinor === null ? null : (
        <>
          <Term name={t('statement.statementBalance')} minor={of.statementMinor} strong />
          <SheetRow role="status">
            {of.differenceMinor === 0 ? (
              <>
                <Body flex={1}>{t('reconcile.agrees')}</Body>
                <Tag
                  tone={ties ? 'home' : 'waiting'}
                  label={
                    ties
                      ? t('statement.ties')
                      : t('statement.linesOpen', { count: of.linesOpen })
                  }
                />
              </>
            ) : (
              <>
                <Body flex={1}>{t('reconcile.difference')}</Body>
                <BigMoney minor={of.differenceMinor} color="$plum" />
              </>
            )}
          </SheetRow>
        </>
      )}
    </Sheet>
  );
}

function Term({ name, minor, strong }: { name: string; minor: number; strong?: true }) {
  return (
    <SheetRow minHeight={40}>
      <Body flex={1} {...(strong && { strong })}>
        {name}
      </Body>
      <Money minor={minor} {...(strong && { strong })} />
    </SheetRow>
  );
}

/** What stands on one side alone, both ways. */
function Lists({ of: { underWay, ahead, notPosted, sums } }: { of: Reconciliation }) {
  const t = useWords();
  return (
    <>
      <List
        title={t('reconcile.onlyBooks')}
        empty={t('reconcile.noneOnlyBooks')}
        count={sums.underWay.count}
      >
        {underWay.map((movement) => (
          <UnderWay key={movement.key} movement={movement} />
        ))}
      </List>
      {ahead.length ? (
        <List title={t('reconcile.early')} count={sums.ahead.count}>
          {ahead.map((line) => (
            <Apart key={line.id} line={line} />
          ))}
        </List>
      ) : null}
      <List
        title={t('reconcile.onlyStatement')}
        empty={t('reconcile.noneOnlyStatement')}
        count={sums.notPosted.count}
      >
        {notPosted.map((line) => (
          <Apart key={line.id} line={line} />
        ))}
      </List>
    </>
  );
}

function List({
  title,
  empty,
  count,
  children,
}: {
  title: string;
  empty?: string;
  /** How many there are, also those that are not shown. */
  count: number;
  children: ReactNode[];
}) {
  const t = useWords();
  return (
    <Section title={title}>
      {children.length === 0 ? (
        <Body paddingHorizontal="$4" tone="faded">
          {empty}
        </Body>
      ) : (
        <Sheet role="list">{children}</Sheet>
      )}
      {count > children.length ? (
        <Body paddingHorizontal="$4" tone="faded">
          {t('reconcile.andMore', { count: count - children.length })}
        </Body>
      ) : null}
    </Section>
  );
}

function UnderWay({ movement }: { movement: MovementView }) {
  const t = useWords();
  const dates = useDates();
  const words = useMovementWords();
  return (
    <SheetRow role="listitem">
      <Column flex={1} minWidth={0}>
        <Body>{words(movement)}</Body>
        <Body small tone="faded">
          {t('statement.due', { date: dates.day(movement.dueDate) })}
        </Body>
      </Column>
      <Money minor={movement.amountMinor} strong />
    </SheetRow>
  );
}

function Apart({ line: { id, date, text, amountMinor } }: { line: LineApart }) {
  const dates = useDates();
  return (
    <ListLink to={`/lines/${id}`}>
      <Column flex={1} minWidth={0}>
        <Body>{text}</Body>
        <Body small tone="faded">
          {dates.day(date)}
        </Body>
      </Column>
      <Money minor={amountMinor} strong />
    </ListLink>
  );
}

/** Finishes the statement up to the day, or says what keeps it from being finished. */
function Finish({ of }: { of: Reconciliation }) {
  const t = useWords();
  const dates = useDates();
  const may = useMay();
  const send = useCommand<FinishStatement, object>('/reconciliations');
  if (!may('POST /reconciliations')) return null;
  const block = blockOf(of);
  return (
    <Column gap="$2">
      <ErrorNote error={send.error} />
      {block === null ? null : (
        <Body small tone="faded">
          {t(`reconcile.block_${block}`, { count: of.linesOpen })}
        </Body>
      )}
      <Button
        kind="primary"
        big
        disabled={block !== null || send.isPending}
        label={t('reconcile.finish', { date: dates.day(of.asOf) })}
        onPress={() => send.mutate({ bankAccountId: of.account.id, asOf: of.asOf })}
      />
    </Column>
  );
}
