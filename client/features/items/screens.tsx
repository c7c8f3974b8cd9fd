import type { ItemPage, WrittenFile } from '@abacist/contracts';
import { keepPreviousData, useInfiniteQuery } from '@tanstack/react-query';
import Download from 'lucide-react-native/icons/download';
import Plus from 'lucide-react-native/icons/plus';
import { router } from '~/router';
import { useState } from 'react';
import { download } from '~/api/download';
import { request } from '~/api/http';
import { useCounterSettings } from '~/features/catalogue';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Field } from '~/ui/Field';
import { ListLink } from '~/ui/ListLink';
import { Money } from '~/ui/Money';
import { Empty } from '~/ui/Notes';
import { NextPage } from '~/ui/NextPage';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';
import { PriceListImportForm } from './PriceList';
export { ItemScreen } from './ItemForm';

/** The shop's items: found by name, code or barcode; the price list in and out. */
export function ItemsScreen() {
  const t = useWords();
  const settings = useCounterSettings();
  const [text, setText] = useState('');
  const [sold, setSold] = useState<'sold' | 'off'>('sold');
  const pages = useInfiniteQuery({
    queryKey: ['items', text.trim(), sold],
    initialPageParam: 0,
    queryFn: ({ pageParam }) => {
      const asked = new URLSearchParams({
        sold: String(sold === 'sold'),
        offset: `${pageParam}`,
      });
      if (text.trim()) asked.set('text', text.trim());
      return request<ItemPage>('GET', `/items?${asked.toString()}`);
    },
    getNextPageParam: (page, all) =>
      page.more ? all.reduce((n, { items }) => n + items.length, 0) : undefined,
    placeholderData: keepPreviousData,
  });
  const departments = settings.data?.departments ?? [];
  return (
    <Screen
      title={t('items.title')}
      back="/books/shop"
      right={
        <Button
          icon={Plus}
          kind="primary"
          label={t('items.new')}
          onPress={() => router.push('/books/items/new')}
        />
      }
    >
      <Column gap="$3" paddingBottom="$5">
        <Column paddingHorizontal="$4" gap="$3">
          <Field label={t('items.find')} value={text} onChange={setText} maxLength={80} />
          <Line gap="$2" justifyContent="space-between" flexWrap="wrap">
            <Choice
              label={t('items.which')}
              value={sold}
              options={[
                { value: 'sold', label: t('items.sold') },
                { value: 'off', label: t('items.off') },
              ]}
              onChange={setSold}
            />
            <Button
              icon={Download}
              label={t('items.export')}
              onPress={() =>
                void request<WrittenFile>('GET', '/items/price-list').then(download)
              }
            />
          </Line>
          <PriceListImportForm />
        </Column>
        <Query of={pages}>
          {({ pages: read }) => {
            const items = read.flatMap((page) => page.items);
            if (items.length === 0) {
              return (
                <Empty
                  title={t('items.noneTitle')}
                  text={text ? t('items.noneFound') : t('items.noneText')}
                />
              );
            }
            return (
              <Column gap="$3">
                <Sheet role="list">
                  {items.map((item) => (
                    <ListLink key={item.id} to={`/books/items/${item.id}`}>
                      <Column flex={1} minWidth={0}>
                        <Body>{item.name}</Body>
                        <Body small tone="faded">
                          {[
                            item.code,
                            departments.find(({ id }) => id === item.departmentId)?.name,
                            ...item.barcodes,
                          ]
                            .filter(Boolean)
                            .join(' · ')}
                        </Body>
                      </Column>
                      <Column alignItems="flex-end">
                        <Money minor={item.priceMinor} strong />
                        <Body small tone="faded">
                          {[
                            item.unit ? t('items.per', { unit: item.unit }) : '',
                            item.priceIncludesTax ? t('items.withTax') : '',
                          ]
                            .filter(Boolean)
                            .join(', ')}
                        </Body>
                      </Column>
                    </ListLink>
                  ))}
                </Sheet>
                <NextPage of={pages} />
              </Column>
            );
          }}
        </Query>
      </Column>
    </Screen>
  );
}
