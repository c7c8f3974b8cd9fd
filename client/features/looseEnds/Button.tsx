import { Link } from '~/router';
import { useWords } from '~/i18n';
import { useLooseEnds } from './useLooseEnds';
import { Line } from '~/ui/Box';
import { Tag } from '~/ui/Tag';

/** How many loose ends there are; leads to the one list of them all. */
export function LooseEndsButton() {
  const t = useWords();
  const { data } = useLooseEnds();
  const count = data?.ends.length;
  return (
    <Link href={'/loose-ends' as never}>
      <Line minHeight={48} alignItems="center">
        {/* Until it is read, nobody knows that there are none. */}
        {count === undefined ? (
          <Tag tone="faded" label={t('looseEnds.title')} />
        ) : (
          <Tag
            tone={count > 0 ? 'loose' : 'home'}
            label={count > 0 ? t('looseEnds.count', { count }) : t('looseEnds.none')}
          />
        )}
      </Line>
    </Link>
  );
}
