import { ACCOUNT_FILTERS, type AccountFilter } from '@abacist/contracts/choices';
import Plus from 'lucide-react-native/icons/plus';
import { router } from '~/router';
import { useState } from 'react';
import { useMay, useSignedIn } from '~/api/session';
import { LooseEndsButton } from '~/features/looseEnds';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { NextPage } from '~/ui/NextPage';
import { Empty, Loading, ReadFailed } from '~/ui/Notes';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';
import { AccountRow } from './AccountRow';
import { DeskWork } from './DeskWork';
import { useAccountList } from './useAccounts';
export { AccountScreen } from './Account';
export { ChangeAccountScreen, NewAccountScreen } from './AccountForm';
export { PaymentScreen } from './Payment';

/** The regular customers: what each owes against its limit, and what needs a look. */
export function AccountsScreen() {
  const t = useWords();
  const money = useMoney();
  const { shop } = useSignedIn();
  const may = useMay();
  const [text, setText] = useState('');
  const [filter, setFilter] = useState<AccountFilter>('all');
  const list = useAccountList(text, filter);
  const accounts = list.data?.pages.flatMap((page) => page.accounts) ?? [];
  const totals = list.data?.pages[0]?.totals;
  const unfiltered = filter === 'all' && !text.trim();
  const add = (
    <Button
      icon={Plus}
      kind="primary"
      label={t('accounts.add')}
      onPress={() => router.push('/accounts/new' as never)}
    />
  );
  return (
    <Screen eyebrow={shop.name} title={t('accounts.title')} right={<LooseEndsButton />}>
      <Column gap="$3" paddingBottom="$5">
        <Column paddingHorizontal="$4" gap="$3">
          <Field label={t('accounts.find')} value={text} onChange={setText} maxLength={80} />
          <Choice
            label={t('accounts.filter')}
            value={filter}
            options={ACCOUNT_FILTERS.map((value) => ({
              value,
              label: t(`accounts.filter_${value}`),
            }))}
            onChange={setFilter}
          />
          <Line justifyContent="space-between" gap="$3" flexWrap="wrap">
            <Body tone="faded">
              {totals && accounts.length > 0
                ? t('accounts.total', {
                    count: totals.count,
                    balance: money(totals.balanceMinor),
                  })
                : ''}
            </Body>
            {accounts.length > 0 || !unfiltered ? (
              <Line gap="$2" flexWrap="wrap" maxWidth="100%">
                {may('GET /aging') ? <DeskWork /> : null}
                {add}
              </Line>
            ) : null}
          </Line>
        </Column>
        {list.error ? (
          <ReadFailed error={list.error} again={() => void list.refetch()} />
        ) : !list.data ? (
          <Loading />
        ) : accounts.length === 0 ? (
          <Empty
            title={unfiltered ? t('accounts.noneTitle') : t('accounts.title')}
            text={t(unfiltered ? 'accounts.noneText' : 'accounts.noneFound')}
            action={
              unfiltered ? (
                <Line gap="$2" flexWrap="wrap">
                  {add}
                  {may('POST /account-files/accounts') ? (
                    <Button
                      label={t('accountFiles.title')}
                      onPress={() => router.push('/accounts/files' as never)}
                    />
                  ) : null}
                </Line>
              ) : null
            }
          />
        ) : (
          <Sheet role="list">
            {accounts.map((account) => (
              <AccountRow key={account.id} account={account} />
            ))}
          </Sheet>
        )}
        <NextPage of={list} />
      </Column>
    </Screen>
  );
}
