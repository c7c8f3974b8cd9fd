import { ACCOUNT_FILTERS } from '@abacist/contracts/choices';
import Plus from 'lucide-react-native/icons/plus';
import { useMedia } from '@tamagui/core';
import { router, Slot, usePathname } from '~/router';
import { type ReactNode } from 'react';
import { useMay, useSignedIn } from '~/api/session';
import { useReadOn } from '~/api/useReadOn';
import { Tip } from '~/features/help';
import { PlaceHead } from '~/features/search';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Field } from '~/ui/Field';
import { ListDetail, useInListPane } from '~/ui/ListDetail';
import { useMoney } from '~/ui/Money';
import { NextPage } from '~/ui/NextPage';
import { Empty, Loading, ReadFailed } from '~/ui/Notes';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';
import { AccountRow } from './AccountRow';
import { AccountsTable } from './AccountsTable';
import { useAccountsView } from './accountsView';
import { DeskWork } from './DeskWork';
import { useAccountList } from './useAccounts';
export { AccountScreen } from './Account';
export { ChangeAccountScreen, NewAccountScreen } from './AccountForm';
export { PaymentScreen } from './Payment';

/** The accounts, and where there is room the one that is opened beside them. */
export function AccountsLayout() {
  const path = usePathname();
  const show =
    path === '/accounts' ? 'list' : /^\/accounts\/\d+$/.test(path) ? 'both' : 'detail';
  return (
    <ListDetail kind="table" show={show} list={<AllAccounts />}>
      <Slot />
    </ListDetail>
  );
}

/** The accounts by themselves; where there is room they stand there already. */
export function AccountsScreen() {
  const media = useMedia();
  return media.pair ? null : <AllAccounts />;
}

/** The regular customers: what each owes against its limit, and what needs a look. */
function AllAccounts() {
  const t = useWords();
  const money = useMoney();
  const media = useMedia();
  const beside = useInListPane();
  const { shop } = useSignedIn();
  const may = useMay();
  const { text, filter, sort, set } = useAccountsView();
  const list = useAccountList(text, { filter, ...(media.pair && sort) });
  const accounts = list.data?.pages.flatMap((page) => page.accounts) ?? [];
  const totals = list.data?.pages[0]?.totals ?? null;
  const unfiltered = filter === 'all' && !text.trim();
  const readOn = useReadOn(list);
  const add = (
    <Button
      icon={Plus}
      kind="primary"
      label={t('accounts.add')}
      shortcut="N"
      onPress={() => router.push('/accounts/new' as never)}
    />
  );
  const work =
    accounts.length > 0 || !unfiltered ? (
      <Line gap="$2" flexWrap="wrap" maxWidth="100%">
        {may('GET /aging') ? <DeskWork folded={beside || !media.desk} /> : null}
        {add}
      </Line>
    ) : null;
  const find = (
    <Field
      label={t('accounts.find')}
      value={text}
      onChange={(now) => set({ text: now })}
      maxLength={80}
    />
  );
  const filters = (
    <Choice
      label={t('accounts.filter')}
      value={filter}
      options={ACCOUNT_FILTERS.map((value) => ({
        value,
        label: t(`accounts.filter_${value}`),
      }))}
      onChange={(now) => set({ filter: now })}
    />
  );
  const empty = (
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
  );
  const read = (shown: () => ReactNode) =>
    list.error ? (
      <ReadFailed error={list.error} again={() => void list.refetch()} />
    ) : !list.data ? (
      <Loading />
    ) : accounts.length === 0 ? (
      empty
    ) : (
      shown()
    );
  if (media.pair) {
    return (
      <Screen
        fill
        tip={beside ? null : <Tip place="accounts" />}
        width="100%"
        eyebrow={shop.name}
        title={t('accounts.title')}
        right={
          <Line gap="$2">
            {work}
            {beside ? null : <PlaceHead />}
          </Line>
        }
      >
        <Column flex={1} minHeight={0} gap="$3" paddingHorizontal="$4" paddingBottom="$4">
          <Line gap="$3" alignItems="flex-end" flexWrap="wrap">
            <Column width={260} flexShrink={1}>
              {find}
            </Column>
            {filters}
          </Line>
          {read(() => (
            <AccountsTable accounts={accounts} totals={totals} onEnd={readOn} />
          ))}
        </Column>
      </Screen>
    );
  }
  return (
    <Screen
      eyebrow={shop.name}
      title={t('accounts.title')}
      right={<PlaceHead />}
      tip={<Tip place="accounts" />}
    >
      <Column gap="$3" paddingBottom="$5">
        <Column paddingHorizontal="$4" gap="$3">
          {find}
          {filters}
          <Line justifyContent="space-between" gap="$3" flexWrap="wrap">
            <Body tone="faded">
              {totals && accounts.length > 0
                ? t('accounts.total', {
                    count: totals.count,
                    balance: money(totals.balanceMinor),
                  })
                : ''}
            </Body>
            {work}
          </Line>
        </Column>
        {read(() => (
          <Sheet role="list">
            {accounts.map((account) => (
              <AccountRow key={account.id} account={account} />
            ))}
          </Sheet>
        ))}
        <NextPage of={list} />
      </Column>
    </Screen>
  );
}
