import type { TrialBalance as Balance } from '@abacist/contracts';
import { isIsoDate } from '@abacist/core/dates';
import { useQuery } from '@tanstack/react-query';
import { router } from '~/router';
import { useState } from 'react';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { DateField } from '~/ui/DateField';
import { Money } from '~/ui/Money';
import { Empty } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';
import { styled, View } from '@tamagui/core';

const Row = styled(View, {
  name: 'BalanceRow',
  render: 'button',
  flexDirection: 'row',
  alignItems: 'center',
  gap: '$2',
  minHeight: 48,
  width: '100%',
  paddingHorizontal: '$4',
  paddingVertical: '$1',
  borderWidth: 0,
  borderBottomWidth: 1,
  borderColor: '$rule',
  backgroundColor: 'transparent',
  cursor: 'pointer',
  hoverStyle: { backgroundColor: '$paper' },
});

/** The trial balance at the end of a day; each account leads to its journal. */
export function TrialBalance() {
  const t = useWords();
  const dates = useDates();
  const [text, setText] = useState(dates.today);
  const date = isIsoDate(text) ? text : dates.today;
  const balance = useQuery({
    queryKey: ['trial-balance', date],
    queryFn: () => request<Balance>('GET', `/trial-balance?date=${date}`),
    placeholderData: (before) => before,
  });
  return (
    <Column gap="$3" paddingBottom="$5">
      <Line
        paddingHorizontal="$4"
        gap="$3"
        alignItems="flex-end"
        justifyContent="space-between"
      >
        <Column width={220}>
          <DateField label={t('books.at')} value={text} onChange={setText} />
        </Column>
        {balance.data ? (
          <Tag
            tone={balance.data.debitMinor === balance.data.creditMinor ? 'home' : 'loose'}
            label={t(
              balance.data.debitMinor === balance.data.creditMinor
                ? 'books.balanced'
                : 'books.unbalanced',
            )}
          />
        ) : null}
      </Line>
      <Query of={balance}>
        {(data) =>
          data.accounts.length === 0 ? (
            <Empty title={t('books.noneTitle')} text={t('books.noBalances')} />
          ) : (
            <Sheet>
              <SheetRow minHeight={36} aria-hidden>
                <Body small tone="faded" flex={2}>
                  {t('books.account')}
                </Body>
                <Body small tone="faded" flex={1} textAlign="right">
                  {t('books.debit')}
                </Body>
                <Body small tone="faded" flex={1} textAlign="right">
                  {t('books.credit')}
                </Body>
              </SheetRow>
              {data.accounts.map((account) => (
                <Row
                  key={account.role}
                  onPress={() =>
                    router.push(`/books/journal?account=${account.role}` as never)
                  }
                >
                  <Column flex={2} minWidth={0} alignItems="flex-start">
                    <Body textAlign="left">{t(`account.${account.role}`)}</Body>
                    <Body small tone="faded">
                      {`${account.number} · ${t(`accountType.${account.type}`)}`}
                    </Body>
                  </Column>
                  <Column flex={1}>
                    {account.debitMinor ? <Money minor={account.debitMinor} /> : null}
                  </Column>
                  <Column flex={1}>
                    {account.creditMinor ? <Money minor={account.creditMinor} /> : null}
                  </Column>
                </Row>
              ))}
              <SheetRow>
                <Body strong flex={2}>
                  {t('common.total')}
                </Body>
                <Money strong flex={1} minor={data.debitMinor} />
                <Money strong flex={1} minor={data.creditMinor} />
              </SheetRow>
            </Sheet>
          )
        }
      </Query>
    </Column>
  );
}
