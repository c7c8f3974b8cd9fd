import { Link } from '~/router';
import { useEffect, useRef, type ReactNode } from 'react';
import { Column, SheetRow } from './Box';

/** An item of a list that leads somewhere: a list item for the list, a link for whoever taps. */
export function ListLink({
  to,
  label,
  plain,
  current,
  beside,
  children,
}: {
  to: string;
  label?: string;
  /** The children bring their own row. */
  plain?: boolean;
  /** What it leads to stands beside the list now. */
  current?: boolean;
  /** What can be touched of it by itself: it lies over the link. */
  beside?: ReactNode;
  children: ReactNode;
}) {
  const row = useRef<HTMLElement>(null);
  // A link or a search may have opened what stands far down in its list.
  useEffect(() => {
    if (current) row.current?.scrollIntoView({ block: 'nearest' });
  }, [current]);
  return (
    <Column role="listitem" ref={row as never} position="relative">
      <Link
        href={to as never}
        {...(label && { 'aria-label': label })}
        {...(current && { 'aria-current': 'page' })}
      >
        {plain ? (
          children
        ) : (
          <SheetRow
            width="100%"
            hoverStyle={{ backgroundColor: '$paper' }}
            {...(current && { backgroundColor: '$well' })}
          >
            {children}
          </SheetRow>
        )}
      </Link>
      {beside}
    </Column>
  );
}
