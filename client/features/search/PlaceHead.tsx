import { useMedia } from '@tamagui/core';
import { LooseEndsButton } from '~/features/looseEnds';
import { Line } from '~/ui/Box';
import { SearchButton } from './SearchButton';

/** What stands at the head of each place: its loose ends, and the search, which a rail has itself. */
export function PlaceHead() {
  const media = useMedia();
  return (
    <Line gap="$2">
      <LooseEndsButton />
      {media.wide ? null : <SearchButton />}
    </Line>
  );
}
