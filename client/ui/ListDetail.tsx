import { createContext, useContext, type ReactNode } from 'react';
import { useMedia } from '@tamagui/core';
import { Column, Line } from './Box';

type Pane = 'list' | 'detail' | null;
const PaneOf = createContext<Pane>(null);

/** Whether a screen stands as the list beside its detail: then it is not the page's main part. */
export const useInListPane = (): boolean => useContext(PaneOf) === 'list';
/** Whether a screen stands beside its list: then it has a part of the width only. */
export const useInDetailPane = (): boolean => useContext(PaneOf) === 'detail';

/** How wide the two are: a list of rows, a table that takes what the detail leaves, an index of pages. */
const WIDTHS = {
  list: { list: { width: '38%', maxWidth: 520 }, detail: { flex: 1 } },
  table: { list: { flex: 1 }, detail: { width: 400, $desk: { width: 440 } } },
  index: { list: { width: 320 }, detail: { flex: 1 } },
} as const;

/**
 * A list with what is opened of it beside, each with its own scroll and address, where there is
 * room; on a narrow screen the detail alone. The list stays as it is while the detail changes.
 * @param show both; the list alone, with the whole width, while nothing is opened; or the detail
 *   alone, for pages that need the whole width. The detail stays mounted always: it is the router's.
 */
export function ListDetail({
  list,
  kind = 'list',
  show = 'both',
  children,
}: {
  list: ReactNode;
  kind?: keyof typeof WIDTHS;
  show?: 'both' | 'list' | 'detail';
  children: ReactNode;
}) {
  const media = useMedia();
  const both = media.pair && show === 'both';
  const listed = media.pair && show !== 'detail';
  const alone = media.pair && show === 'list';
  const widths = WIDTHS[kind];
  return (
    <Line flex={1} minHeight={0} minWidth={0} alignItems="stretch">
      {listed ? (
        <Column
          minHeight={0}
          minWidth={0}
          borderColor="$rule"
          {...(alone ? { flex: 1 } : { borderRightWidth: 1, ...widths.list })}
        >
          <PaneOf.Provider value={alone ? null : 'list'}>{list}</PaneOf.Provider>
        </Column>
      ) : null}
      <Column
        key="detail"
        minWidth={0}
        minHeight={0}
        {...(alone ? { display: 'none' } : both ? widths.detail : { flex: 1 })}
      >
        <PaneOf.Provider value={both ? 'detail' : null}>{children}</PaneOf.Provider>
      </Column>
    </Line>
  );
}
