import { useCallback } from 'react';

/** Reads the next page of a list, unless there is none or one is on its way: for a table's end. */
export function useReadOn({
  fetchNextPage,
  hasNextPage,
  isFetching,
}: {
  fetchNextPage: () => Promise<unknown>;
  hasNextPage: boolean;
  isFetching: boolean;
}): () => void {
  return useCallback(() => {
    if (hasNextPage && !isFetching) void fetchNextPage();
  }, [fetchNextPage, hasNextPage, isFetching]);
}
