import { styled, useMedia, useTheme, View } from '@tamagui/core';
import type { Right } from '@abacist/contracts/rights';
import type { HelpPlace } from '~/i18n/en/helpPages';
import { Link, router } from '~/router';
import Calculator from 'lucide-react-native/icons/calculator';
import CalendarDays from 'lucide-react-native/icons/calendar-days';
import Landmark from 'lucide-react-native/icons/landmark';
import NotebookPen from 'lucide-react-native/icons/notebook-pen';
import BookOpen from 'lucide-react-native/icons/book-open';
import type { LucideIcon } from 'lucide-react-native';
import type { ReactNode } from 'react';
import { helpOf, placeOf } from '~/features/help';
import { useLooseEnds } from '~/features/looseEnds';
import { openSearch, SearchButton, useSearchDialog } from '~/features/search';
import { useMay, useSignedIn, useSignOut } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column } from '~/ui/Box';
import { showKeys, useKey, useKeyboard, useKeysInView } from '~/ui/keys';
import { Body, Heading } from '~/ui/Text';
import { KeySheet, SearchDialog } from '~/screens';

type Place = {
  name: HelpPlace;
  icon: LucideIcon;
  /** What it begins with. */
  needs: Right;
};
const PLACES: Place[] = [
  { name: 'counter', icon: Calculator, needs: 'GET /counter' },
  { name: 'days', icon: CalendarDays, needs: 'GET /days' },
  { name: 'accounts', icon: NotebookPen, needs: 'GET /accounts' },
  { name: 'bank', icon: Landmark, needs: 'GET /safe' },
  { name: 'books', icon: BookOpen, needs: 'GET /journal' },
];

const Bar = styled(View, {
  name: 'Bar',
  render: 'nav',
  flexDirection: 'row',
  backgroundColor: '$sheet',
  borderTopWidth: 1,
  borderColor: '$rule',
  $wide: {
    flexDirection: 'column',
    width: 116,
    borderTopWidth: 0,
    borderRightWidth: 1,
    paddingVertical: '$4',
    gap: '$2',
  },
});

/** The places: a bar at the bottom of a phone, a rail at the left of a wide screen. */
export function Frame({ path, children }: { path: string; children: ReactNode }) {
  const media = useMedia();
  const t = useWords();
  const { person } = useSignedIn();
  const may = useMay();
  const signOut = useSignOut();
  const ends = useLooseEnds();
  const searching = useSearchDialog(({ open }) => open);
  const keys = useKeysInView(({ sheet }) => sheet);
  useKeyboard(openSearch);
  useKey('?', t('keys.title'), openKeys);
  const places = PLACES.filter(({ needs }) => may(needs));
  const counts: Partial<Record<Place['name'], number>> = ends.data?.byPlace ?? {};
  const bar = (
    <Bar data-noprint aria-label={t('shell.places')}>
      {media.wide ? (
        <Heading size="section" level={0} textAlign="center" paddingBottom="$4">
          {t('shell.name')}
        </Heading>
      ) : null}
      {places.map((place) => (
        <PlaceLink
          key={place.name}
          place={place}
          here={placeOf(path) === place.name}
          count={counts[place.name] ?? 0}
        />
      ))}
      {media.wide ? (
        <Column marginTop="auto" alignItems="center" gap="$1" padding="$2">
          <SearchButton rail />
          <Button
            kind="plain"
            label={t('shell.help')}
            onPress={() => router.push(helpOf(path) as never)}
          />
          <Body small tone="faded" textAlign="center">
            {person.name}
          </Body>
          <Button kind="plain" label={t('shell.signOut')} onPress={() => void signOut()} />
        </Column>
      ) : null}
    </Bar>
  );
  return (
    <Column flex={1} minHeight={0} $wide={{ flexDirection: 'row' }}>
      {media.wide ? bar : null}
      {children}
      {media.wide ? null : bar}
      {searching ? <SearchDialog /> : null}
      {keys ? <KeySheet /> : null}
    </Column>
  );
}

const openKeys = () => showKeys(true);

const Mark = styled(View, {
  name: 'Mark',
  height: 3,
  width: 28,
  borderRadius: 2,
  variants: { here: { true: { backgroundColor: '$vermilion' } } } as const,
});

function PlaceLink({ place, here, count }: { place: Place; here: boolean; count: number }) {
  const t = useWords();
  const theme = useTheme();
  const media = useMedia();
  const { name, icon: Icon } = place;
  const label = t(`shell.${name}`);
  return (
    <Link
      href={`/${name}` as never}
      aria-current={here ? 'page' : undefined}
      aria-label={count > 0 ? t('shell.placeWithEnds', { label, count }) : label}
      style={{ display: 'flex', flexGrow: media.wide ? 0 : 1, flexBasis: media.wide ? 76 : 0 }}
    >
      <Column alignItems="center" justifyContent="center" gap={2} flex={1} minHeight={64}>
        <Mark {...(here && { here })} />
        <View position="relative">
          <Icon size={22} color={here ? theme.ink.val : theme.faded.val} aria-hidden />
          {count > 0 ? (
            <View
              position="absolute"
              top={-6}
              right={-18}
              minWidth={20}
              height={20}
              borderRadius={10}
              backgroundColor="$plum"
              alignItems="center"
              justifyContent="center"
              paddingHorizontal={4}
            >
              <Body fontSize={12} lineHeight={16} color="$onState" strong aria-hidden>
                {count}
              </Body>
            </View>
          ) : null}
        </View>
        <Body small strong={here} tone={here ? 'ink' : 'faded'}>
          {label}
        </Body>
      </Column>
    </Link>
  );
}
