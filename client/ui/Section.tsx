import type { ReactNode } from 'react';
import { Column } from './Box';
import { Heading } from './Text';

/** A part of a page under its heading. */
export function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Column gap="$2" width="100%">
      <Heading size="section" paddingHorizontal="$4">
        {title}
      </Heading>
      {children}
    </Column>
  );
}
