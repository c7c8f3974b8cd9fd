import { styled, View } from '@tamagui/core';

export const Column = styled(View, { name: 'Column', flexDirection: 'column' });
export const Line = styled(View, {
  name: 'Line',
  flexDirection: 'row',
  alignItems: 'center',
});

/** A sheet of paper on the desk. */
export const Sheet = styled(View, {
  name: 'Sheet',
  flexDirection: 'column',
  backgroundColor: '$sheet',
  borderColor: '$rule',
  borderTopWidth: 1,
  borderBottomWidth: 1,
  $wide: { borderLeftWidth: 1, borderRightWidth: 1, borderRadius: '$2' },
});

/** A row of a sheet: a rule below it, 48 px at the least. */
export const SheetRow = styled(View, {
  name: 'SheetRow',
  flexDirection: 'row',
  alignItems: 'center',
  justifyContent: 'space-between',
  gap: '$3',
  minHeight: 48,
  paddingHorizontal: '$4',
  paddingVertical: '$2',
  borderBottomWidth: 1,
  borderColor: '$rule',
});
