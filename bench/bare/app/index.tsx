import { createTamagui, TamaguiProvider, Text } from '@tamagui/core';

const config = createTamagui({ themes: { light: { color: '#000' } }, tokens: {} as never });

/** The least page of the same stack: what the client's size and first paint are compared with. */
export default function Bare() {
  return (
    <TamaguiProvider config={config} defaultTheme="light">
      <Text>Bare</Text>
    </TamaguiProvider>
  );
}
