import { styled } from '@tamagui/core';
import { Button } from '~/ui/Button';
import { Line } from '~/ui/Box';
import { Body } from '~/ui/Text';

const Bar = styled(Line, {
  name: 'NoticeBar',
  gap: '$3',
  paddingHorizontal: '$4',
  paddingVertical: '$2',
  backgroundColor: '$sheet',
  borderBottomWidth: 1,
  borderColor: '$plum',
  justifyContent: 'space-between',
});

/** A word above every page, and what can be done about it. */
export function Notice({
  text,
  label,
  onPress,
}: {
  text: string;
  label: string;
  onPress: () => void;
}) {
  return (
    <Bar role="status" data-noprint>
      <Body flex={1}>{text}</Body>
      <Button label={label} onPress={onPress} />
    </Bar>
  );
}
