import type { ReactNode } from 'react';
import { Column } from './Box';
import { Heading } from './Text';

/** A part of a page under its heading. */
export function Section({
  title,
  beside,
  children,
}: {
  title: string;
  /** Stands beside another one where there is room. */
  beside?: boolean;
  children: ReactNode;
}) {
  return (
    <Column gap="$2" width="100%" {...(beside && { $wide: { flex: 1 } })}>
      <Heading size="section" paddingHorizontal="$4">
        {title}
      </Heading>
      {children}
    </Column>
  );
}
