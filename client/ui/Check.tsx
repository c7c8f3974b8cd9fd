import { styled, useTheme, View } from '@tamagui/core';
import Square from 'lucide-react-native/icons/square';
import SquareCheck from 'lucide-react-native/icons/square-check';
import type { ReactNode } from 'react';

const Frame = styled(View, {
  name: 'Check',
  render: 'button',
  flexDirection: 'row',
  alignItems: 'center',
  gap: '$3',
  minHeight: 56,
  width: '100%',
  paddingHorizontal: '$4',
  paddingVertical: '$2',
  borderWidth: 0,
  borderBottomWidth: 1,
  borderColor: '$rule',
  backgroundColor: 'transparent',
  cursor: 'pointer',
  hoverStyle: { backgroundColor: '$paper' },
});

/** A row that is ticked or not. */
export function Check({
  on,
  onToggle,
  bare,
  tight,
  children,
}: {
  on: boolean;
  onToggle: () => void;
  /** Without a rule below it, where it is a part of a row. */
  bare?: boolean;
  /** Without room at its sides, where the row around it has some. */
  tight?: boolean;
  children: ReactNode;
}) {
  const theme = useTheme();
  const Box = on ? SquareCheck : Square;
  return (
    <Frame
      {...(bare && { borderBottomWidth: 0 })}
      {...(tight && { paddingHorizontal: 0 })}
      role="checkbox"
      aria-checked={on}
      onPress={onToggle}
    >
      <Box size={24} color={on ? theme.ink.val : theme.edge.val} aria-hidden />
      {children}
    </Frame>
  );
}
