import { createRequire } from 'node:module';

const resolve = createRequire(import.meta.url).resolve;
const font = (family: string, file: string) => resolve(`@expo-google-fonts/${family}/${file}`);

/** Embedded fonts, so that a paper looks the same everywhere and its text can be read again. */
export const FONTS = {
  text: font(
    'atkinson-hyperlegible-next',
    '400Regular/AtkinsonHyperlegibleNext_400Regular.ttf',
  ),
  strong: font('atkinson-hyperlegible-next', '700Bold/AtkinsonHyperlegibleNext_700Bold.ttf'),
  head: font('besley', '600SemiBold/Besley_600SemiBold.ttf'),
};

export const MM = 72 / 25.4;
export const INK = '#201A17';
export const FADED = '#655A52';
export const RULE = '#DDD2C1';

export type Doc = PDFKit.PDFDocument;
