import type { StatementView } from '@abacist/contracts';
import { useState } from 'react';
import { useMay } from '~/api/session';
import { router } from '~/router';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Dialog } from '~/ui/Dialog';
import { Money } from '~/ui/Money';
import { Select } from '~/ui/Select';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';
import { NewAccount } from './NewAccount';
import { useLane } from './store';

type AccountHead = StatementView['accounts'][number];
type Shown = { view: StatementView };

/** Where the shop has several accounts: which of them is shown. */
export function WhichAccount({ view: { accounts, bankAccountId } }: Shown) {
  const t = useWords();
  const show = useLane((lane) => lane.show);
  if (accounts.length < 2) return null;
  return (
    <Column paddingHorizontal="$4">
      <Select
        label={t('statement.account')}
        value={String(bankAccountId)}
        options={accounts.map(({ id, name }) => ({ value: String(id), label: name }))}
        onChange={(id) => show(Number(id))}
      />
    </Column>
  );
}

/** The account that is shown with both its sides, and what is done with it. */
export function Account({ view: { accounts, bankAccountId } }: Shown) {
  const t = useWords();
  const may = useMay();
  const show = useLane((lane) => lane.show);
  const [adding, setAdding] = useState(false);
  const account = accounts.find(({ id }) => id === bankAccountId);
  return (
    <Column gap="$3">
      {account ? <BothSides account={account} /> : null}
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
function BothSides({ account }: { account: AccountHead }) {
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
