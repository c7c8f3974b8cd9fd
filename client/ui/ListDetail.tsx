import { createContext, useContext, type ReactNode } from 'react';
import { useMedia } from '@tamagui/core';
import { Column, Line } from './Box';

/** Whether a screen stands as the list beside its detail: then it is not the page's main part. */
const ListPane = createContext(false);
export const useInListPane = (): boolean => useContext(ListPane);

/**
 * A list with what is opened of it beside, each with its own scroll and address, where there is
 * room; on a narrow screen the detail alone. The list stays as it is while the detail changes.
 */
export function ListDetail({ list, children }: { list: ReactNode; children: ReactNode }) {
  const media = useMedia();
  if (!media.pair) return <>{children}</>;
  return (
    <Line flex={1} minHeight={0} minWidth={0} alignItems="stretch">
      <Column
        width="38%"
        maxWidth={520}
        minHeight={0}
        borderRightWidth={1}
        borderColor="$rule"
      >
        <ListPane.Provider value>{list}</ListPane.Provider>
      </Column>
      <Column flex={1} minWidth={0} minHeight={0}>
        {children}
      </Column>
    </Line>
  );
}
