import type {
  AccountPage,
  ChangeAccount,
  CloseAccount,
  CustomerFound,
  OpenAccount,
} from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { router } from '~/router';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useDraft } from '~/api/draft';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column } from '~/ui/Box';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';
import { AccountFields } from './AccountFields';
import { FRESH, toDraft, useInput, type Draft } from './accountDraft';
import { Holder } from './Holder';
import { useAccount } from './useAccounts';

/** Opens an account: whose it is, how much, for how long; a manager approves it. */
export function NewAccountScreen({ customerId }: { customerId: number | null }) {
  const t = useWords();
  const customer = useQuery({
    queryKey: ['customers', customerId],
    queryFn: () => request<CustomerFound>('GET', `/customers/${customerId}`),
    enabled: customerId !== null,
  });
  return (
    <Screen title={t('accounts.add')} back="/accounts">
      {customerId === null ? (
        <New holder={null} />
      ) : (
        <Query of={customer}>{(found) => <New holder={found} />}</Query>
      )}
    </Screen>
  );
}

function New({ holder }: { holder: CustomerFound | null }) {
  const t = useWords();
  const [draft, change, drop] = useDraft<Draft>('account.new', { ...FRESH, holder });
  const [tried, setTried] = useState(false);
  const read = useInput(draft);
  const open = useCommand<OpenAccount, AccountPage>('/accounts', ({ id }) => {
    drop();
    router.replace(`/accounts/${id}` as never);
  });
  const unnamed = !draft.holder && !draft.name.trim();
  const submit = () => {
    setTried(true);
    if (unnamed || !read.input || open.isPending) return;
    const { name, kind, phone, email, address } = draft;
    open.mutate({
      holder: draft.holder ? { id: draft.holder.id } : { name, kind, phone, email, address },
      account: read.input,
    });
  };
  return (
    <Column gap="$4" paddingHorizontal="$4" paddingBottom="$5">
      <Holder draft={draft} change={change} missing={tried && unnamed} />
      <AccountFields
        draft={draft}
        change={change}
        errors={read.errors}
        tried={tried}
        onSubmit={submit}
      />
      <ErrorNote error={open.error} />
      <Button
        kind="primary"
        big
        disabled={open.isPending}
        label={t('accounts.open')}
        onPress={submit}
      />
    </Column>
  );
}

/** Changes an account; what lends more asks for a manager. */
export function ChangeAccountScreen({ id }: { id: number }) {
  const t = useWords();
  const account = useAccount(id);
  return (
    <Screen
      eyebrow={account.data?.name ?? ''}
      title={t('accounts.edit')}
      back={`/accounts/${id}`}
    >
      <Query of={account}>{(found) => <Change key={found.version} account={found} />}</Query>
    </Screen>
  );
}

function Change({ account }: { account: AccountPage }) {
  const t = useWords();
  const { currency } = useShop();
  const { id, version } = account;
  const [draft, change, drop] = useDraft<Draft>(
    `account.${id}.${version}`,
    toDraft(account, currency),
  );
  const [tried, setTried] = useState(false);
  const [closing, setClosing] = useState(false);
  const read = useInput(draft);
  const done = () => {
    drop();
    router.replace(`/accounts/${id}` as never);
  };
  const save = useCommand<ChangeAccount, AccountPage>(`/accounts/${id}`, done);
  const close = useCommand<CloseAccount, AccountPage>(`/accounts/${id}/close`, done);
  const submit = () => {
    setTried(true);
    if (!read.input || save.isPending) return;
    save.mutate({ account: read.input, version });
  };
  return (
    <Column gap="$4" paddingHorizontal="$4" paddingBottom="$5">
      <AccountFields
        draft={draft}
        change={change}
        errors={read.errors}
        tried={tried}
        onSubmit={submit}
        own={id}
        whole
      />
      <ErrorNote error={save.error ?? close.error} />
      <Button
        kind="primary"
        big
        disabled={save.isPending}
        label={t('accounts.save')}
        onPress={submit}
      />
      <Button
        label={t('accounts.close')}
        disabled={close.isPending}
        onPress={() => setClosing(true)}
      />
      <Dialog open={closing} title={t('accounts.close')} onClose={() => setClosing(false)}>
        <Body>{t('accounts.closeText')}</Body>
        <Decide
          label={t('accounts.closeIt')}
          onDecide={() => {
            setClosing(false);
            close.mutate({ version });
          }}
          onCancel={() => setClosing(false)}
        />
      </Dialog>
    </Column>
  );
}
