import type { AccountSummary } from '@abacist/contracts';
import { useWords } from '~/i18n';
import { Column, Line, SheetRow } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { Money } from '~/ui/Money';
import { Body } from '~/ui/Text';
import { AccountTags, Gauge } from './Gauge';

/** An account in a list: what it owes against its limit, and what a person must know. */
export function AccountRow({ account }: { account: AccountSummary }) {
  const t = useWords();
  const details = [
    account.number,
    account.parentName ? t('accounts.branchOf', { name: account.parentName }) : '',
  ].filter(Boolean);
  return (
    <ListLink to={`/accounts/${account.id}`} plain>
      <SheetRow width="100%" hoverStyle={{ backgroundColor: '$paper' }}>
        <Column flex={1} gap="$1" minWidth={0} paddingVertical="$1">
          <Line gap="$3" justifyContent="space-between" alignItems="flex-start">
            <Column flex={1} minWidth={0}>
              <Body strong>{account.name}</Body>
              <Body small tone="faded">
                {details.join(' · ')}
              </Body>
            </Column>
            <Money minor={account.balanceMinor} strong />
          </Line>
          <Gauge account={account} />
          <AccountTags account={account} />
        </Column>
      </SheetRow>
    </ListLink>
  );
}
