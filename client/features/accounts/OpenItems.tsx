import type { AccountPage, ItemView } from '@abacist/contracts';
import { daysBetween } from '@abacist/core/dates';
import { useState, type ReactNode } from 'react';
import { useMay } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { Money, useMoney } from '~/ui/Money';
import { Section } from '~/ui/Section';
import { Body } from '~/ui/Text';
import { CreditOutDialog } from './CreditOut';
import { GiveCredit } from './GiveCredit';
import { mayWithdraw, WithdrawDialog } from './Withdraw';
import { WriteOffDialog } from './WriteOff';

/** Charges and credits of which something is left, the oldest due first. */
export function OpenItems({ account }: { account: AccountPage }) {
  const t = useWords();
  const may = useMay();
  const [giving, setGiving] = useState<ItemView | null>(null);
  const [paying, setPaying] = useState<ItemView | null>(null);
  const [withdrawing, setWithdrawing] = useState<ItemView | null>(null);
  const [writing, setWriting] = useState(false);
  const charges = account.items.some(({ leftMinor }) => leftMinor > 0);
  const mayChange = !account.closed && may('POST /accounts/:id/allocations');
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
            {mayChange && (item.leftMinor < 0 || mayWithdraw(item)) ? (
              <Line gap="$2" flexWrap="wrap" justifyContent="flex-end">
                {mayWithdraw(item) ? (
                  <Button
                    label={t('accounts.withdraw')}
                    onPress={() => setWithdrawing(item)}
                  />
                ) : null}
                {item.leftMinor < 0 ? (
                  <Button label={t('accounts.payOut')} onPress={() => setPaying(item)} />
                ) : null}
                {item.leftMinor < 0 && charges ? (
                  <Button label={t('accounts.allocate')} onPress={() => setGiving(item)} />
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
      {withdrawing ? (
        <WithdrawDialog item={withdrawing} onClose={() => setWithdrawing(null)} />
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
    dates.day(item.date),
    dueDate && late <= 0 ? t('accounts.due', { date: dates.day(dueDate) }) : '',
    item.buyer ? t('accounts.buyer', { name: item.buyer }) : '',
    item.reference,
    leftMinor !== amountMinor ? t('accounts.of', { amount: money(amountMinor) }) : '',
    holds && leftMinor === amountMinor
      ? t('accounts.discountUntil', {
          amount: money(discountMinor),
          date: dates.day(discountDate),
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
