import type { LinePage, LineView, MovementView, StatementView } from '@abacist/contracts';
import { useInfiniteQuery } from '@tanstack/react-query';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import { useTheme } from '@tamagui/core';
import { useState } from 'react';
import { request } from '~/api/http';
import { useStatement } from '~/api/statement';
import { useMay } from '~/api/session';
import { router } from '~/router';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Choice } from '~/ui/Choice';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Dialog } from '~/ui/Dialog';
import { ListLink } from '~/ui/ListLink';
import { Money, useMoney } from '~/ui/Money';
import { Empty } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Tag } from '~/ui/Tag';
import { Body, Heading } from '~/ui/Text';
import { NewAccount } from './NewAccount';
import { PairRow, Proposed } from './Proposed';
import { StatementImportForm } from './StatementImport';
import { useLane } from './store';
import { TakeBack } from './TakeBack';
import { Taught } from './Taught';
import { useMovementWords } from './useMovementWords';

/** The statement: what a person must look at first, then every line with its match. */
export function StatementLane() {
  const t = useWords();
  const shown = useLane(({ accountId }) => accountId);
  const statement = useStatement(shown);
  return (
    <Query of={statement}>
      {(view) => (
        <Column gap="$4" paddingBottom="$5">
          <StatementImportForm />
          <Accounts view={view} />
          {view.proposals.map((proposal, i) => (
            <Proposed key={i} proposal={proposal} bankAccountId={view.bankAccountId} />
          ))}
          {view.reserved.map((one) => (
            <Reserved key={one.line.id} {...one} />
          ))}
          <Taught lines={view.openLines} />
          <Lines
            title={t('statement.unknown')}
            lines={view.openLines.filter(({ taught }) => taught === null)}
          />
          <Movements movements={view.openMovements} />
          <AllLines key={view.bankAccountId} bankAccountId={view.bankAccountId} />
        </Column>
      )}
    </Query>
  );
}

/** The account that is shown; the others are one tap away, and another one may be added. */
function Accounts({ view: { accounts, bankAccountId } }: { view: StatementView }) {
  const t = useWords();
  const may = useMay();
  const show = useLane((lane) => lane.show);
  const [adding, setAdding] = useState(false);
  const account = accounts.find(({ id }) => id === bankAccountId);
  return (
    <Column gap="$3">
      {accounts.length > 1 ? (
        <Column paddingHorizontal="$4">
          <Choice
            label={t('statement.account')}
            value={String(bankAccountId)}
            options={accounts.map(({ id, name }) => ({ value: String(id), label: name }))}
            onChange={(id) => show(Number(id))}
          />
        </Column>
      ) : null}
      {account ? <Account account={account} /> : null}
      <Line paddingHorizontal="$4" gap="$2" flexWrap="wrap">
        {account ? (
          <Button
            label={t('statement.reconcile')}
            onPress={() => router.push(`/bank/reconcile?account=${account.id}` as never)}
          />
        ) : null}
        {account && account.openLines > 0 ? (
          <Button
            label={t('statement.byHand')}
            onPress={() => router.push(`/bank/match?account=${account.id}` as never)}
          />
        ) : null}
        <Button
          label={t('statement.rules')}
          onPress={() => router.push('/bank/rules' as never)}
        />
        <Button
          label={t('statement.shopCard')}
          onPress={() => router.push('/bank/shop-card' as never)}
        />
        {may('POST /bank-accounts') ? (
          <Button
            kind="plain"
            label={t('statement.anotherAccount')}
            onPress={() => setAdding(true)}
          />
        ) : null}
      </Line>
      {adding ? (
        <Dialog open title={t('statement.anotherAccount')} onClose={() => setAdding(false)}>
          <NewAccount
            onAdded={(id) => {
              setAdding(false);
              show(id);
            }}
          />
        </Dialog>
      ) : null}
    </Column>
  );
}

/** Both sides of an account beside each other: statement = books + lines not in the books. */
function Account({ account }: { account: StatementView['accounts'][number] }) {
  const t = useWords();
  const dates = useDates();
  const { statementBalanceMinor: statement, ledgerBalanceMinor: ledger } = account;
  const gap = statement === null ? 0 : statement - ledger - account.openLinesMinor;
  return (
    <Sheet>
      <SheetRow>
        <Column flex={1} minWidth={0}>
          <Body strong>{account.name}</Body>
          <Body small tone="faded">
            {account.coveredTo && account.coveredFrom
              ? t('statement.covered', {
                  number: account.accountNumber,
                  from: dates.day(account.coveredFrom),
                  to: dates.day(account.coveredTo),
                })
              : account.accountNumber}
          </Body>
        </Column>
        {statement === null ? null : (
          <Tag
            tone={gap !== 0 ? 'loose' : account.openLines > 0 ? 'waiting' : 'home'}
            label={
              gap !== 0
                ? t('statement.gap')
                : account.openLines > 0
                  ? t('statement.linesOpen', { count: account.openLines })
                  : t('statement.ties')
            }
          />
        )}
      </SheetRow>
      {(
        [
          ['bookBalance', ledger],
          ['notInBooks', account.openLinesMinor],
          ['statementBalance', statement],
          ['underWay', account.openMovementsMinor],
        ] as const
      ).map(([label, minor]) =>
        minor === null ? null : (
          <SheetRow key={label} minHeight={40}>
            <Body tone={label === 'underWay' ? 'faded' : 'ink'}>
              {t(`statement.${label}`)}
            </Body>
            <Money minor={minor} strong={label === 'statementBalance'} />
          </SheetRow>
        ),
      )}
    </Sheet>
  );
}

function Reserved({
  line,
  movement,
  differenceMinor,
}: {
  line: LineView;
  movement: MovementView;
  differenceMinor: number;
}) {
  const t = useWords();
  const money = useMoney();
  return (
    <Sheet>
      <SheetRow>
        <Heading size="section">{t('statement.reserved')}</Heading>
        <Tag tone="loose" label={t('statement.differs')} />
      </SheetRow>
      <PairRow line={line} movement={movement} />
      <Column padding="$4">
        <Body tone="loose">
          {t('statement.reservedText', {
            number: movement.number,
            expected: money(movement.amountMinor),
            found: money(line.amountMinor),
            difference: money(differenceMinor),
          })}
        </Body>
        <Button
          label={t('statement.openLine')}
          onPress={() => router.push(`/lines/${line.id}` as never)}
        />
      </Column>
    </Sheet>
  );
}

function Movements({ movements }: { movements: MovementView[] }) {
  const t = useWords();
  const dates = useDates();
  const words = useMovementWords();
  if (movements.length === 0) return null;
  return (
    <Column gap="$2">
      <Heading size="section" paddingHorizontal="$4">
        {t('statement.movements')}
      </Heading>
      <Sheet role="list">
        {movements.map((movement) => (
          <SheetRow key={movement.key} role="listitem">
            <Column flex={1} minWidth={0}>
              <Body>{words(movement)}</Body>
              <Body small tone="faded">
                {t('statement.due', { date: dates.day(movement.dueDate) })}
              </Body>
            </Column>
            <TakeBack of={movement} />
            <Money minor={movement.amountMinor} strong />
          </SheetRow>
        ))}
      </Sheet>
    </Column>
  );
}

/** Every line of the account, page by page. */
function AllLines({ bankAccountId }: { bankAccountId: number }) {
  const t = useWords();
  const pages = useInfiniteQuery({
    queryKey: ['statement-lines', bankAccountId],
    initialPageParam: null as number | null,
    queryFn: ({ pageParam }) =>
      request<LinePage>(
        'GET',
        `/statement/lines?bankAccountId=${bankAccountId}${pageParam ? `&before=${pageParam}` : ''}`,
      ),
    getNextPageParam: (page) => page.next,
  });
  return (
    <Query of={pages}>
      {({ pages: read }) => {
        const lines = read.flatMap((page) => page.lines);
        return lines.length === 0 ? (
          <Empty title={t('statement.noneTitle')} text={t('statement.noneText')} />
        ) : (
          <Lines
            title={t('statement.lines')}
            lines={lines}
            {...(pages.hasNextPage && { more: () => void pages.fetchNextPage() })}
          />
        );
      }}
    </Query>
  );
}

const TONES = {
  matched: 'home',
  likely: 'waiting',
  reserved: 'loose',
  open: 'loose',
} as const;

function Lines({
  title,
  lines,
  more,
}: {
  title: string;
  lines: LineView[];
  more?: () => void;
}) {
  const t = useWords();
  const theme = useTheme();
  const dates = useDates();
  const words = useMovementWords();
  const matchedWith = ({ movements, otherLines }: NonNullable<LineView['match']>) => [
    words(movements[0]!),
    ...(movements.length > 1 ? [t('statement.andMore', { count: movements.length - 1 })] : []),
    ...(otherLines > 0 ? [t('statement.withLines', { count: otherLines })] : []),
  ];
  if (lines.length === 0) return null;
  return (
    <Column gap="$2">
      <Heading size="section" paddingHorizontal="$4">
        {title}
      </Heading>
      <Sheet role="list">
        {lines.map((line) => (
          <ListLink key={line.id} to={`/lines/${line.id}`}>
            <Column flex={1} minWidth={0}>
              <Body>{line.text}</Body>
              <Body small tone="faded">
                {line.match
                  ? [dates.day(line.date), ...matchedWith(line.match)].join(' · ')
                  : dates.day(line.date)}
              </Body>
              {line.note && !line.match ? (
                <Body small tone="waiting">
                  {t('statement.notedUntil', {
                    note: line.note.note,
                    date: dates.day(line.note.askOn),
                  })}
                </Body>
              ) : null}
            </Column>
            <Column alignItems="flex-end" gap="$1">
              <Money minor={line.amountMinor} strong />
              <Tag
                tone={TONES[line.status]}
                label={
                  line.status === 'matched'
                    ? t(line.match?.certain ? 'statement.certain' : 'statement.accepted')
                    : t(`statement.status_${line.status}`)
                }
              />
            </Column>
            <ChevronRight size={20} color={theme.faded.val} aria-hidden />
          </ListLink>
        ))}
      </Sheet>
      {more ? (
        <Column paddingHorizontal="$4">
          <Button label={t('common.more')} onPress={more} />
        </Column>
      ) : null}
    </Column>
  );
}
