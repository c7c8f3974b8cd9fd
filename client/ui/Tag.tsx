import { styled, View } from '@tamagui/core';
import { Body, type Tone } from './Text';

const Frame = styled(View, {
  name: 'Tag',
  borderRadius: 999,
  paddingHorizontal: '$3',
  paddingVertical: 3,
  variants: {
    tone: {
      home: { backgroundColor: '$moss' },
      waiting: { backgroundColor: '$amber' },
      loose: { backgroundColor: '$plum' },
      ink: { backgroundColor: '$ink' },
      faded: { backgroundColor: '$faded' },
      accent: { backgroundColor: '$vermilion' },
    },
  } as const,
});

/** A state as a word: colour only goes with it. */
export function Tag({ tone, label }: { tone: Tone; label: string }) {
  return (
    <Frame tone={tone}>
      <Body small strong color="$onState" whiteSpace="nowrap">
        {label}
      </Body>
    </Frame>
  );
}
