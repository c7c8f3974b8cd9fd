import { createFont, createTamagui, createTokens } from '@tamagui/core';
import { colors } from './colors';

const sizes = { 1: 13, 2: 14, 3: 16, 4: 18, 5: 22, 6: 28, 7: 36 };
const heights = { 1: 18, 2: 20, 3: 24, 4: 26, 5: 28, 6: 34, 7: 42 };

const body = createFont({
  family: "'Atkinson Hyperlegible Next', system-ui, sans-serif",
  size: { ...sizes, true: sizes[3] },
  lineHeight: { ...heights, true: heights[3] },
  weight: { 3: '400', true: '400' },
  letterSpacing: { 3: 0, true: 0 },
});
const heading = createFont({
  family: "'Besley', Georgia, serif",
  size: { ...sizes, true: sizes[5] },
  lineHeight: { ...heights, true: heights[5] },
  weight: { 5: '600', true: '600' },
  letterSpacing: { 5: 0, true: 0 },
});

const space = { 0: 0, 1: 4, 2: 8, 3: 12, 4: 16, 5: 24, 6: 32, 7: 48, true: 16 };

/** The design system's tokens and its two themes, in one place. */
export const tamaguiConfig = createTamagui({
  fonts: { body, heading },
  tokens: createTokens({
    space,
    size: { ...space, touch: 48 },
    radius: { 0: 0, 1: 4, 2: 8, 3: 12, true: 8 },
    zIndex: { 0: 0, 1: 10, 2: 100 },
  }),
  themes: {
    light: { ...colors.light, background: colors.light.paper, color: colors.light.ink },
    dark: { ...colors.dark, background: colors.dark.paper, color: colors.dark.ink },
  },
  media: {
    wide: { minWidth: 900 },
    pair: { minWidth: 1024 },
    desk: { minWidth: 1200 },
    /** A small phone. */
    narrow: { maxWidth: 359 },
    /** A phone with its browser's bars, and a desk at 200 %: what is not needed now folds away. */
    short: { maxHeight: 700 },
    low: { maxHeight: 480 },
  },
  settings: { defaultFont: 'body' },
});

type AppConfig = typeof tamaguiConfig;

declare module '@tamagui/core' {
  // The way in which Tamagui takes an app's own tokens into its types.
  interface TamaguiCustomConfig extends AppConfig {}
}
