import type { AccountPage, AllocationView, ItemView } from '@abacist/contracts';
import { AGES, type ItemKind } from '@abacist/core/accounts';
import { daysBetween } from '@abacist/core/dates';
import { mayAs } from '@abacist/core/people';
import { useMedia } from '@tamagui/core';
import { router } from 'expo-router';
import { useState, type ReactNode } from 'react';
import { useSignedIn } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { BigMoney, Money, useMoney } from '~/ui/Money';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { Body, Heading } from '~/ui/Text';
import { AccountRow } from './AccountRow';
import { Agreed } from './Agreed';
import { CreditOutDialog } from './CreditOut';
import { ChargePreview } from './ChargePreview';
import { AccountTags, Gauge } from './Gauge';
import { GiveCredit, TakeBack } from './GiveCredit';
import { Sent } from './Sent';
import { Timeline } from './Timeline';
import { useAccount } from './useAccounts';
import { WriteOffDialog } from './WriteOff';

/** An account: what it owes and why, what may still be charged, and what was agreed. */
export function AccountScreen({ id }: { id: number }) {
  const t = useWords();
  const media = useMedia();
  const account = useAccount(id);
  const { person } = useSignedIn();
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
      width={media.desk ? 1160 : 760}
      right={
        data && !data.closed && mayAs(person.role, 'bookkeeper') ? (
          <Button
            label={t('accounts.edit')}
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
            onPress={() => router.push(`/accounts/${id}/pay` as never)}
          />
        ) : null
      }
    >
      <Query of={account}>{(found) => <Parts account={found} />}</Query>
    </Screen>
  );
}

function Parts({ account }: { account: AccountPage }) {
  const media = useMedia();
  const first = (
    <>
      <Standing account={account} />
      <Items account={account} />
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
  return media.desk ? (
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

/** Charges and credits of which something is left, the oldest due first. */
function Items({ account }: { account: AccountPage }) {
  const t = useWords();
  const { person } = useSignedIn();
  const [giving, setGiving] = useState<ItemView | null>(null);
  const [paying, setPaying] = useState<ItemView | null>(null);
  const [writing, setWriting] = useState(false);
  const charges = account.items.some(({ leftMinor }) => leftMinor > 0);
  const mayChange = !account.closed && mayAs(person.role, 'bookkeeper');
  return (
    <Section title={t('accounts.items')}>
      <Sheet role="list" aria-label={t('accounts.items')}>
        {account.items.length === 0 ? (
          <SheetRow role="listitem">
            <Body tone="faded">{t('accounts.noItems')}</Body>
          </SheetRow>
        ) : null}
        {account.items.map((item) => (
          <Item key={item.id} item={item}>
            {item.leftMinor < 0 && mayChange ? (
              <Line gap="$2" flexWrap="wrap" justifyContent="flex-end">
                <Button label={t('accounts.payOut')} onPress={() => setPaying(item)} />
                {charges ? (
                  <Button label={t('accounts.give')} onPress={() => setGiving(item)} />
                ) : null}
              </Line>
            ) : null}
          </Item>
        ))}
      </Sheet>
      {charges && mayChange ? (
        <Column paddingHorizontal="$4" alignItems="flex-start">
          <Button label={t('accounts.writeOff')} onPress={() => setWriting(true)} />
        </Column>
      ) : null}
      {writing ? <WriteOffDialog account={account} onClose={() => setWriting(false)} /> : null}
      {giving ? (
        <GiveCredit account={account} credit={giving} onClose={() => setGiving(null)} />
      ) : null}
      {paying ? (
        <CreditOutDialog account={account} credit={paying} onClose={() => setPaying(null)} />
      ) : null}
    </Section>
  );
}

function Item({ item, children }: { item: ItemView; children: ReactNode }) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const { dueDate, leftMinor, amountMinor, discountDate, discountMinor } = item;
  const late = dueDate !== null && leftMinor > 0 ? daysBetween(dueDate, dates.today) : 0;
  const holds = discountDate !== null && discountDate >= dates.today && discountMinor > 0;
  const details = [
    t(`accounts.kind_${item.kind}`),
    dates.short(item.date),
    dueDate && late <= 0 ? t('accounts.due', { date: dates.short(dueDate) }) : '',
    item.buyer ? t('accounts.buyer', { name: item.buyer }) : '',
    item.reference,
    leftMinor !== amountMinor ? t('accounts.of', { amount: money(amountMinor) }) : '',
    holds && leftMinor === amountMinor
      ? t('accounts.discountUntil', {
          amount: money(discountMinor),
          date: dates.short(discountDate),
        })
      : '',
  ].filter(Boolean);
  const row = (
    <>
      <Column flex={1} minWidth={0}>
        <Body strong>{item.number}</Body>
        <Body small tone="faded">
          {details.join(' · ')}
        </Body>
        {late > 0 ? (
          <Body small tone="waiting">
            {t('accounts.lateBy', { count: late })}
          </Body>
        ) : null}
      </Column>
      <Money minor={leftMinor} strong />
    </>
  );
  return (
    <>
      {item.saleId === null ? (
        <SheetRow role="listitem">{row}</SheetRow>
      ) : (
        <ListLink to={`/sales/${item.saleId}`}>{row}</ListLink>
      )}
      {children ? (
        <Line paddingHorizontal="$4" paddingVertical="$2" justifyContent="flex-end">
          {children}
        </Line>
      ) : null}
    </>
  );
}

/** Charges that ate up their credit: that can’t be taken back. */
const SPENT: readonly ItemKind[] = ['paidOut', 'returnedCheque', 'writtenBack'];

/** What was given of credits to charges; the newest stand first. */
function Given({ account }: { account: AccountPage }) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const { person } = useSignedIn();
  const [all, setAll] = useState(false);
  const [undoing, setUndoing] = useState<AllocationView | null>(null);
  const { allocations } = account;
  const mayTake = ({ chargeKind }: AllocationView) =>
    !SPENT.includes(chargeKind) && !account.closed && mayAs(person.role, 'bookkeeper');
  if (allocations.length === 0) return null;
  const shown = all ? allocations : allocations.slice(0, 3);
  return (
    <Section title={t('accounts.given')}>
      <Sheet role="list" aria-label={t('accounts.given')}>
        {shown.map((one) => (
          <SheetRow key={one.id} role="listitem" {...(mayTake(one) && { paddingRight: '$1' })}>
            <Column flex={1} minWidth={0}>
              <Body>
                {t('accounts.givenTo', { credit: one.creditNumber, charge: one.chargeNumber })}
              </Body>
              <Body small tone="faded">
                {[
                  one.creditKind === 'writeOff' ? t('accounts.kind_writeOff') : '',
                  dates.short(one.date),
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
                label={t('accounts.takeBack')}
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
