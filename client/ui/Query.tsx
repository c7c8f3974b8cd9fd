import type { UseQueryResult } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Loading, ReadFailed } from './Notes';

/** Shows what was read, or that it is being read, or why it could not be. */
export function Query<T>({
  of,
  children,
}: {
  of: UseQueryResult<T>;
  children: (data: T) => ReactNode;
}) {
  if (of.data !== undefined) return <>{children(of.data)}</>;
  if (of.error) return <ReadFailed error={of.error} again={() => void of.refetch()} />;
  return <Loading />;
}
