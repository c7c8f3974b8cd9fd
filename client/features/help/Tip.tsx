import type { HelpPlace } from '~/i18n/en/helpPages';
import { useMedia, useTheme } from '@tamagui/core';
import Lightbulb from 'lucide-react-native/icons/lightbulb';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { useWords } from '~/i18n';
import { router } from '~/router';
import { Button } from '~/ui/Button';
import { Line } from '~/ui/Box';
import { Body } from '~/ui/Text';

const useTips = create<{ seen: Partial<Record<HelpPlace, true>> }>()(
  persist((): { seen: Partial<Record<HelpPlace, true>> } => ({ seen: {} }), {
    name: 'abacist.tips',
  }),
);

/** One line for whoever meets a place for the first time; gone for good once it was read. */
export function Tip({ place }: { place: HelpPlace }) {
  const t = useWords();
  const theme = useTheme();
  const media = useMedia();
  const seen = useTips(({ seen: of }) => of[place]);
  // Where there is hardly room for the work itself, the help has it.
  if (seen || media.short) return null;
  return (
    <Line
      data-noprint
      role="note"
      gap="$2"
      paddingHorizontal="$4"
      paddingBottom="$2"
      width="100%"
      alignSelf="center"
    >
      <Lightbulb size={20} color={theme.faded.val} aria-hidden />
      <Body small tone="faded" flex={1}>
        {t(`help.tip_${place}`)}
      </Body>
      <Button
        kind="plain"
        label={t('help.title')}
        onPress={() => router.push(`/help?place=${place}` as never)}
      />
      <Button
        kind="plain"
        label={t('help.seen')}
        onPress={() =>
          useTips.setState(({ seen: of }) => ({ seen: { ...of, [place]: true } }))
        }
      />
    </Line>
  );
}
