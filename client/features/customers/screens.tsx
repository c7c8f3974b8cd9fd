import type { CustomerFound } from '@abacist/contracts';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import Plus from 'lucide-react-native/icons/plus';
import { router } from '~/router';
import { useState } from 'react';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Sheet } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { ListLink } from '~/ui/ListLink';
import { Empty } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';
export { CustomerScreen } from './CustomerForm';

/** The shop's customers: found by a part of name, number, phone or e-mail. */
export function CustomersScreen() {
  const t = useWords();
  const [text, setText] = useState('');
  const found = useQuery({
    queryKey: ['customers', text.trim()],
    queryFn: () =>
      request<{ customers: CustomerFound[] }>(
        'GET',
        `/customers?text=${encodeURIComponent(text.trim())}`,
      ),
    placeholderData: keepPreviousData,
  });
  return (
    <Screen
      title={t('customers.title')}
      back="/books/shop"
      right={
        <Button
          icon={Plus}
          kind="primary"
          label={t('customers.add')}
          onPress={() => router.push('/customers/new')}
        />
      }
    >
      <Column gap="$3" paddingBottom="$5">
        <Column paddingHorizontal="$4">
          <Field label={t('parties.find')} value={text} onChange={setText} maxLength={80} />
        </Column>
        <Query of={found}>
          {({ customers }) =>
            customers.length === 0 ? (
              <Empty
                title={t('customers.noneTitle')}
                text={text ? t('customers.noneFound') : t('customers.noneText')}
              />
            ) : (
              <Sheet role="list">
                {customers.map((customer) => (
                  <ListLink key={customer.id} to={`/customers/${customer.id}`}>
                    <Column flex={1} minWidth={0}>
                      <Body>{customer.name}</Body>
                      <Body small tone="faded">
                        {[
                          customer.number,
                          t(`customers.kind_${customer.kind}`),
                          customer.phone,
                          customer.exemption
                            ? t('customers.exemptUntil', { date: customer.exemption.until })
                            : '',
                        ]
                          .filter(Boolean)
                          .join(' · ')}
                      </Body>
                    </Column>
                  </ListLink>
                ))}
              </Sheet>
            )
          }
        </Query>
      </Column>
    </Screen>
  );
}
