import { styled, View } from '@tamagui/core';
import type { ReactNode } from 'react';

const Frame = styled(View, {
  name: 'Fold',
  render: 'button',
  flexDirection: 'column',
  width: '100%',
  padding: 0,
  borderWidth: 0,
  backgroundColor: 'transparent',
  cursor: 'pointer',
  hoverStyle: { backgroundColor: '$paper' },
});

/** A row that opens into what is behind it, and closes again. */
export function Fold({
  label,
  open,
  onToggle,
  children,
}: {
  label: string;
  open: boolean;
  onToggle: () => void;
  children: ReactNode;
}) {
  return (
    <Frame aria-label={label} aria-expanded={open} onPress={onToggle}>
      {children}
    </Frame>
  );
}
