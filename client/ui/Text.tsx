import { styled, Text } from '@tamagui/core';
import type { ComponentProps } from 'react';

/** Running text, 16 px. */
export const Body = styled(Text, {
  name: 'Body',
  fontFamily: '$body',
  fontSize: '$3',
  lineHeight: '$3',
  color: '$ink',
  variants: {
    tone: {
      ink: { color: '$ink' },
      faded: { color: '$faded' },
      home: { color: '$moss' },
      waiting: { color: '$amber' },
      loose: { color: '$plum' },
      accent: { color: '$vermilion' },
    },
    strong: { true: { fontWeight: '700' } },
    small: { true: { fontSize: '$2', lineHeight: '$2' } },
  } as const,
});

export type Tone = NonNullable<ComponentProps<typeof Body>['tone']>;

const Titled = styled(Text, {
  name: 'Heading',
  fontFamily: '$heading',
  fontWeight: '600',
  fontSize: '$5',
  lineHeight: '$5',
  color: '$ink',
  variants: {
    size: {
      page: {
        fontSize: '$6',
        lineHeight: '$6',
        $narrow: { fontSize: '$4', lineHeight: '$4' },
      },
      section: { fontSize: '$4', lineHeight: '$4' },
      huge: { fontSize: '$7', lineHeight: '$7' },
    },
  } as const,
});

/**
 * Text in the typeface with character. `size` is for eyes; `level` for screen readers: 0 makes
 * it no heading (a big figure, a brand).
 */
export function Heading({
  level = 2,
  ...rest
}: { level?: 0 | 1 | 2 | 3 } & ComponentProps<typeof Titled>) {
  // Besley's tabular zero is drawn too thin; a heading's figure stands alone anyway.
  const style = { fontVariantNumeric: 'normal' } as const;
  return (
    <Titled
      style={style}
      {...(level > 0 && { role: 'heading', 'aria-level': level })}
      {...rest}
    />
  );
}
