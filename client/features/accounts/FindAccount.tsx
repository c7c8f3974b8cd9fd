import type { AccountSummary } from '@abacist/contracts';
import { useState } from 'react';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { Money } from '~/ui/Money';
import { Body } from '~/ui/Text';
import { useAccountList } from './useAccounts';

/** Finds one account by a part of its name, number or phone. */
export function FindAccount({
  title,
  fits,
  onChoose,
  onClose,
}: {
  title: string;
  fits: (account: AccountSummary) => boolean;
  onChoose: (account: AccountSummary) => void;
  onClose: () => void;
}) {
  const t = useWords();
  return (
    <Dialog open title={title} onClose={onClose}>
      <AccountFinder fits={fits} onChoose={onChoose} />
      <Button label={t('common.cancel')} onPress={onClose} />
    </Dialog>
  );
}

/** The field and what it finds. */
export function AccountFinder({
  fits = () => true,
  text: initial = '',
  onChoose,
}: {
  fits?: (account: AccountSummary) => boolean;
  text?: string;
  onChoose: (account: AccountSummary) => void;
}) {
  const t = useWords();
  const [text, setText] = useState(initial);
  const list = useAccountList(text);
  const found = (list.data?.pages[0]?.accounts ?? []).filter(fits).slice(0, 6);
  return (
    <Column gap="$2">
      <Field
        label={t('onAccount.find')}
        hint={t('accounts.find')}
        value={text}
        onChange={setText}
        maxLength={80}
        autoFocus
        onSubmit={() => {
          if (found.length === 1) onChoose(found[0]!);
        }}
      />
      <Sheet role="group" aria-label={t('accounts.title')}>
        {found.map((account) => (
          <Button
            key={account.id}
            kind="plain"
            label={account.name}
            onPress={() => onChoose(account)}
          >
            <Line flex={1} gap="$3" justifyContent="space-between" paddingVertical="$2">
              <Column flex={1} minWidth={0} alignItems="flex-start">
                <Body textAlign="left">{account.name}</Body>
                <Body small tone="faded">
                  {account.holdReason === null ? account.number : t('accounts.onHold')}
                </Body>
              </Column>
              <Money minor={account.balanceMinor} />
            </Line>
          </Button>
        ))}
        {list.data && found.length === 0 ? (
          <Body padding="$4" tone="faded">
            {t('accounts.noneFound')}
          </Body>
        ) : null}
      </Sheet>
    </Column>
  );
}
