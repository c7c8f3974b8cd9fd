import type { Rod } from '@abacist/contracts';
import { STAGES, type Bead, type WaitsFor } from '@abacist/core/days';
import { useMedia } from '@tamagui/core';
import { useInfiniteQuery } from '@tanstack/react-query';
import CalendarRange from 'lucide-react-native/icons/calendar-range';
import LogOut from 'lucide-react-native/icons/log-out';
import Table2 from 'lucide-react-native/icons/table-2';
import { useCallback, useState } from 'react';
import { request } from '~/api/http';
import { useMay, useShop, useSignOut } from '~/api/session';
import { router, Slot, usePathname } from '~/router';
import { Tip } from '~/features/help';
import { PlaceHead } from '~/features/search';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { ListDetail } from '~/ui/ListDetail';
import { Long } from '~/ui/Long';
import { Empty } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';
import { BeadStory } from './BeadStory';
import { WaitsChoice } from './WaitsChoice';
import { RodRow, useIsOpen } from './RodRow';
import { DayScreen } from './DaySheet';

export { DayScreen };
export { QuarterScreen } from './Quarter';

type Page = { rods: Rod[]; next: string | null };

/** The frame, and beside it where there is room the sheet of the day that is opened. */
export function DaysLayout() {
  const path = usePathname();
  return (
    <ListDetail
      list={<Frame />}
      {...(path.startsWith('/days/quarter') && { show: 'detail' as const })}
    >
      <Slot />
    </ListDetail>
  );
}

/** The frame by itself; where it stands beside the sheets already, the sheet of today. */
export function DaysScreen() {
  const media = useMedia();
  const { today } = useShop();
  return media.pair ? <DayScreen date={today} /> : <Frame />;
}

/** The frame of rods, newest first: which days are home, which bead is stuck. */
function Frame() {
  const t = useWords();
  const shop = useShop();
  const may = useMay();
  const [waits, setWaits] = useState<WaitsFor | ''>('');
  const pages = useInfiniteQuery({
    queryKey: ['days', waits],
    initialPageParam: null as string | null,
    queryFn: ({ pageParam }) => {
      const asked = new URLSearchParams({
        ...(pageParam && { before: pageParam }),
        ...(waits && { waits }),
      });
      return request<Page>('GET', `/days?${asked}`);
    },
    getNextPageParam: (page) => page.next,
  });
  const isOpen = useIsOpen();
  const [touched, setTouched] = useState<{ rod: Rod; bead: Bead } | null>(null);
  const { fetchNextPage, hasNextPage, isFetchingNextPage } = pages;
  const readOn = useCallback(() => {
    if (hasNextPage && !isFetchingNextPage) void fetchNextPage();
  }, [fetchNextPage, hasNextPage, isFetchingNextPage]);
  return (
    <Screen
      eyebrow={shop.name}
      title={t('shell.days')}
      right={<DaysHead />}
      tip={<Tip place="days" />}
    >
      <Line paddingHorizontal="$4" paddingBottom="$3" gap="$2" flexWrap="wrap">
        <WaitsChoice value={waits} onChange={setWaits} />
        <Button
          kind="plain"
          icon={CalendarRange}
          label={t('days.quarter')}
          onPress={() => router.push('/days/quarter')}
        />
        {may('POST /totals') ? (
          <Button
            kind="plain"
            icon={Table2}
            label={t('days.byTotals')}
            onPress={() => router.push('/totals')}
          />
        ) : null}
      </Line>
      <Line
        justifyContent="space-between"
        paddingHorizontal="$4"
        paddingBottom="$2"
        aria-hidden
      >
        {STAGES.map((stage) => (
          <Body key={stage} small tone="faded">
            {t(`stage.${stage}`)}
          </Body>
        ))}
      </Line>
      <Query of={pages}>
        {({ pages: read }) => (
          <Column paddingBottom="$5">
            {waits && read.every(({ rods }) => rods.length === 0) ? (
              <Empty title={t('days.allHome')} text={t('days.allHomeText')} />
            ) : (
              <Sheet role="list">
                <Long
                  rows={read.flatMap((page) => page.rods)}
                  keyOf={({ date }) => date}
                  height={116}
                  isCurrent={({ date }) => isOpen(date)}
                  onEnd={readOn}
                  row={(rod) => (
                    <RodRow rod={rod} onBead={(bead) => setTouched({ rod, bead })} />
                  )}
                />
              </Sheet>
            )}
          </Column>
        )}
      </Query>
      {touched ? <BeadStory {...touched} onClose={() => setTouched(null)} /> : null}
    </Screen>
  );
}

/** The loose ends, and on a phone the way out (a wide screen has it on its rail). */
function DaysHead() {
  const t = useWords();
  const media = useMedia();
  const signOut = useSignOut();
  return (
    <Line gap="$2">
      <PlaceHead />
      {media.wide ? null : (
        <Button
          kind="plain"
          icon={LogOut}
          iconOnly
          label={t('shell.signOut')}
          onPress={() => void signOut()}
        />
      )}
    </Line>
  );
}
