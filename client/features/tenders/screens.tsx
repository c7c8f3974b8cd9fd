import type { OrderTenders, TenderList, TenderSetUp } from '@abacist/contracts';
import { useMedia, useTheme } from '@tamagui/core';
import { useQuery } from '@tanstack/react-query';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import Plus from 'lucide-react-native/icons/plus';
import { createElement, useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { arrayMove, Sortable, SortableRow, SortHandle } from '~/ui/Sortable';
import { Tag } from '~/ui/Tag';
import { tenderIcon } from '~/features/tenderKinds';
import { Body } from '~/ui/Text';
import { TenderDialog } from './TenderForm';

/** The shop's own tenders, in the order in which they stand at the counter. */
export function TendersScreen() {
  const t = useWords();
  const media = useMedia();
  const list = useQuery({
    queryKey: ['tenders'],
    queryFn: () => request<TenderList>('GET', '/tenders'),
  });
  const [open, setOpen] = useState<number | 'new' | null>(null);
  const order = useCommand<OrderTenders, TenderList>('/tenders/order');
  const move = (tenders: readonly TenderSetUp[], from: number, to: number) => {
    if (from === to || order.isPending) return;
    order.mutate({ ids: arrayMove([...tenders], from, to).map(({ id }) => id) });
  };
  return (
    <Screen
      title={t('tenders.title')}
      back="/books/shop"
      right={
        <Button
          icon={Plus}
          kind="primary"
          {...(media.narrow && { iconOnly: true })}
          label={t('tenders.new')}
          onPress={() => setOpen('new')}
        />
      }
    >
      <Query of={list}>
        {({ tenders, processors }) => (
          <Column gap="$3" paddingBottom="$5">
            <Column paddingHorizontal="$4">
              <ErrorNote error={order.error} />
            </Column>
            <Sortable
              ids={tenders.map(({ id }) => id)}
              nameOf={(id) => tenders.find((one) => one.id === id)?.name ?? ''}
              onMove={(from, to) => move(tenders, from, to)}
            >
              <Sheet role="list">
                {tenders.map((tender, i) => (
                  <TenderRow
                    key={tender.id}
                    tender={tender}
                    first={i === 0}
                    onUp={() => move(tenders, i, i - 1)}
                    onOpen={() => setOpen(tender.id)}
                  />
                ))}
              </Sheet>
            </Sortable>
            {open === null ? null : (
              <TenderDialog
                processors={processors}
                tender={tenders.find(({ id }) => id === open) ?? null}
                onClose={() => setOpen(null)}
              />
            )}
          </Column>
        )}
      </Query>
    </Screen>
  );
}

function TenderRow({
  tender,
  first,
  onUp,
  onOpen,
}: {
  tender: TenderSetUp;
  first: boolean;
  onUp: () => void;
  onOpen: () => void;
}) {
  const t = useWords();
  const theme = useTheme();
  const details = [
    t(`tenders.kind_${tender.isDebit ? 'debit' : tender.kind}`),
    tender.scheme ?? '',
    tender.account ? t(`account.${tender.account}`) : '',
    tender.shortcut ? t('tenders.keyIs', { key: tender.shortcut }) : '',
  ].filter(Boolean);
  return (
    <SortableRow id={tender.id}>
      <SheetRow role="listitem" paddingHorizontal="$1">
        <SortHandle id={tender.id} label={t('tenders.drag', { name: tender.name })} />
        <Button kind="plain" grow label={tender.name} onPress={onOpen}>
          <Line flex={1} gap="$3" minWidth={0}>
            {createElement(tenderIcon(tender), {
              size: 22,
              color: theme.ink.val,
              'aria-hidden': true,
            })}
            <Column flex={1} alignItems="flex-start">
              <Body>{tender.name}</Body>
              <Body small tone="faded" textAlign="left">
                {details.join(' · ')}
              </Body>
            </Column>
            {tender.active ? null : <Tag tone="faded" label={t('tenders.off')} />}
          </Line>
        </Button>
        {first ? null : (
          <Button
            kind="plain"
            icon={ArrowUp}
            iconOnly
            label={t('taxes.up', { name: tender.name })}
            onPress={onUp}
          />
        )}
      </SheetRow>
    </SortableRow>
  );
}
