import type { OrderTenders, TenderList, TenderSetUp } from '@abacist/contracts';
import { useMedia, useTheme } from '@tamagui/core';
import { useQuery } from '@tanstack/react-query';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import Plus from 'lucide-react-native/icons/plus';
import { createElement, useState, type ReactNode } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { moved, Sortable } from '~/ui/Sortable';
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
    order.mutate({ ids: moved(tenders, from, to).map(({ id }) => id) });
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
              around={(rows) => <Sheet role="list">{rows}</Sheet>}
              ids={tenders.map(({ id }) => id)}
              nameOf={(id) => named(tenders, id).name}
              labelOf={(id) => t('tenders.drag', { name: named(tenders, id).name })}
              onMove={(from, to) => move(tenders, from, to)}
              row={(id, handle) => {
                const at = tenders.findIndex((one) => one.id === id);
                return (
                  <TenderRow
                    tender={tenders[at]!}
                    handle={handle}
                    first={at === 0}
                    onUp={() => move(tenders, at, at - 1)}
                    onOpen={() => setOpen(id)}
                  />
                );
              }}
            />
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

const named = (tenders: readonly TenderSetUp[], id: number) =>
  tenders.find((one) => one.id === id)!;

function TenderRow({
  tender,
  handle,
  first,
  onUp,
  onOpen,
}: {
  tender: TenderSetUp;
  handle: ReactNode;
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
    <SheetRow role="listitem" paddingHorizontal="$1">
      {handle}
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
  );
}
