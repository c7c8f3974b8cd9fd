import { styled, View } from '@tamagui/core';
import { Body } from './Text';

const Cap = styled(View, {
  name: 'KeyCap',
  borderWidth: 1,
  borderColor: '$edge',
  borderRadius: 4,
  paddingHorizontal: 6,
  minWidth: 24,
  alignItems: 'center',
});

/** A key as it is printed on a keyboard. */
export function KeyCap({ name, color }: { name: string; color?: string }) {
  return (
    <Cap aria-hidden {...(color && { borderColor: color as never })}>
      <Body small {...(color ? { color: color as never } : { tone: 'faded' })}>
        {name}
      </Body>
    </Cap>
  );
}
