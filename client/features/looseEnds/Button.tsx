import { useMedia } from '@tamagui/core';
import { Link } from '~/router';
import { useWords } from '~/i18n';
import { useLooseEnds } from './useLooseEnds';
import { Line } from '~/ui/Box';
import { Tag } from '~/ui/Tag';

/** How many loose ends there are; leads to the one list of them all. */
export function LooseEndsButton() {
  const t = useWords();
  const { data } = useLooseEnds();
  const media = useMedia();
  const count = data?.ends.length;
  const words = count ? t('looseEnds.count', { count }) : t('looseEnds.none');
  return (
    <Link href={'/loose-ends' as never} {...(count && { 'aria-label': words })}>
      <Line minHeight={48} alignItems="center">
        {/* Until it is read, nobody knows that there are none. */}
        {count === undefined ? (
          <Tag tone="faded" label={t('looseEnds.title')} />
        ) : (
          <Tag
            tone={count > 0 ? 'loose' : 'home'}
            // On the smallest phones the name of the place needs the room.
            label={count > 0 && media.narrow ? String(count) : words}
          />
        )}
      </Line>
    </Link>
  );
}
