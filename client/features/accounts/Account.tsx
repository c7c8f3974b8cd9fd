import type { AccountPage, AllocationView } from '@abacist/contracts';
import { AGES, type ItemKind } from '@abacist/core/accounts';
import { useMedia } from '@tamagui/core';
import { router } from '~/router';
import { useState } from 'react';
import { useMay } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { useInDetailPane } from '~/ui/ListDetail';
import { BigMoney, Money, useMoney } from '~/ui/Money';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { Body, Heading } from '~/ui/Text';
import { AccountRow } from './AccountRow';
import { Agreed } from './Agreed';
import { ChargePreview } from './ChargePreview';
import { AccountTags, Gauge } from './Gauge';
import { TakeBack } from './GiveCredit';
import { OpenItems } from './OpenItems';
import { Sent } from './Sent';
import { Timeline } from './Timeline';
import { useAccount } from './useAccounts';

/** An account: what it owes and why, what may still be charged, and what was agreed. */
export function AccountScreen({ id }: { id: number }) {
  const t = useWords();
  const two = useTwoColumns();
  const account = useAccount(id);
  const may = useMay();
  const data = account.data;
  return (
    <Screen
      eyebrow={
        data?.parentName
          ? t('accounts.branchOf', { name: data.parentName })
          : (data?.number ?? t('accounts.one'))
      }
      title={data?.name ?? t('accounts.one')}
      back="/accounts"
      width={two ? 1160 : 760}
      right={
        data && !data.closed && may('POST /accounts/:id') ? (
          <Button
            label={t('accounts.edit')}
            shortcut="E"
            onPress={() => router.push(`/accounts/${id}/change` as never)}
          />
        ) : null
      }
      footer={
        data && !data.closed ? (
          <Button
            kind="primary"
            big
            label={t('accounts.pay')}
            shortcut="P"
            onPress={() => router.push(`/accounts/${id}/pay` as never)}
          />
        ) : null
      }
    >
      <Query of={account}>{(found) => <Parts account={found} />}</Query>
    </Screen>
  );
}

/** Whether there is room for two columns: not beside the list. */
function useTwoColumns(): boolean {
  const media = useMedia();
  const beside = useInDetailPane();
  return media.desk && !beside;
}

function Parts({ account }: { account: AccountPage }) {
  const first = (
    <>
      <Standing account={account} />
      <OpenItems account={account} />
      <Given account={account} />
    </>
  );
  const second = (
    <>
      {account.branches.length ? <Branches account={account} /> : null}
      {account.closed ? null : <ChargePreview account={account} />}
      <Timeline account={account} />
      {account.parentName === null ? <Sent account={account} /> : null}
      <Agreed account={account} />
    </>
  );
  return useTwoColumns() ? (
    <Line gap="$5" alignItems="flex-start" padding="$4" paddingTop={0}>
      <Column flex={1} gap="$4" minWidth={0}>
        {first}
      </Column>
      <Column flex={1} gap="$4" minWidth={0}>
        {second}
      </Column>
    </Line>
  ) : (
    <Column gap="$4" paddingBottom="$5">
      {first}
      {second}
    </Column>
  );
}

/** Balance, limit and age side by side. */
function Standing({ account }: { account: AccountPage }) {
  const t = useWords();
  const { aging, branches, groupBalanceMinor, holdReason } = account;
  const ages = AGES.filter((age) => aging[age] !== 0);
  return (
    <Sheet>
      <Column padding="$4" gap="$3">
        <Line justifyContent="space-between" gap="$3">
          <Heading size="section">
            {t(account.balanceMinor < 0 ? 'accounts.hasCredit' : 'accounts.owes')}
          </Heading>
          <BigMoney minor={Math.abs(account.balanceMinor)} />
        </Line>
        <Gauge account={account} tall />
        <AccountTags account={account} />
        {holdReason !== null ? (
          <Body tone="loose">{t('accounts.onHoldFor', { reason: holdReason })}</Body>
        ) : null}
        {account.account.note ? <Body>{account.account.note}</Body> : null}
      </Column>
      {branches.length ? (
        <SheetRow minHeight={40}>
          <Body tone="faded">{t('accounts.group')}</Body>
          <Money minor={groupBalanceMinor} strong />
        </SheetRow>
      ) : null}
      {ages.length > 1 || (ages[0] && ages[0] !== 'current') ? (
        <Column role="group" aria-label={t('accounts.aging')}>
          {ages.map((age) => (
            <SheetRow key={age} minHeight={40}>
              <Body tone="faded">{t(`accounts.age_${age}`)}</Body>
              <Money minor={aging[age]} tone={age === 'over90' ? 'loose' : 'ink'} />
            </SheetRow>
          ))}
        </Column>
      ) : null}
    </Sheet>
  );
}

/** Charges that ate up their credit: that can’t be taken back. */
const SPENT: readonly ItemKind[] = [
  'paidOut',
  'returnedCheque',
  'writtenBack',
  'withdrawnCredit',
];

/** What was given of credits to charges; the newest stand first. */
function Given({ account }: { account: AccountPage }) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const may = useMay();
  const [all, setAll] = useState(false);
  const [undoing, setUndoing] = useState<AllocationView | null>(null);
  const { allocations } = account;
  const mayTake = ({ chargeKind, creditKind }: AllocationView) =>
    !SPENT.includes(chargeKind) &&
    creditKind !== 'withdrawn' &&
    !account.closed &&
    may('POST /allocations/:id/undo');
  if (allocations.length === 0) return null;
  const shown = all ? allocations : allocations.slice(0, 3);
  return (
    <Section title={t('accounts.allocations')}>
      <Sheet role="list" aria-label={t('accounts.allocations')}>
        {shown.map((one) => (
          <SheetRow key={one.id} role="listitem" {...(mayTake(one) && { paddingRight: '$1' })}>
            <Column flex={1} minWidth={0}>
              <Body>
                {t('accounts.allocatedTo', {
                  credit: one.creditNumber,
                  charge: one.chargeNumber,
                })}
              </Body>
              <Body small tone="faded">
                {[
                  one.creditKind === 'writeOff' ? t('accounts.kind_writeOff') : '',
                  dates.day(one.date),
                  one.discountMinor
                    ? t('accounts.withDiscount', { amount: money(one.discountMinor) })
                    : '',
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </Body>
            </Column>
            <Money minor={one.amountMinor} />
            {mayTake(one) ? (
              <Button
                kind="plain"
                label={t('accounts.unallocate')}
                onPress={() => setUndoing(one)}
              />
            ) : null}
          </SheetRow>
        ))}
      </Sheet>
      {!all && allocations.length > shown.length ? (
        <Column paddingHorizontal="$4" alignItems="flex-start">
          <Button label={t('common.more')} onPress={() => setAll(true)} />
        </Column>
      ) : null}
      {undoing ? <TakeBack allocation={undoing} onClose={() => setUndoing(null)} /> : null}
    </Section>
  );
}

function Branches({ account }: { account: AccountPage }) {
  const t = useWords();
  return (
    <Section title={t('accounts.branches')}>
      <Sheet role="list">
        {account.branches.map((branch) => (
          <AccountRow key={branch.id} account={branch} />
        ))}
      </Sheet>
    </Section>
  );
}
