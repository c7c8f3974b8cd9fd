import { useWords } from '~/i18n';
import { Column } from './Box';
import { Button } from './Button';

/** Reads on, under a list that is read page by page; nothing at its end. */
export function NextPage({
  of: { hasNextPage, isFetchingNextPage, fetchNextPage },
}: {
  of: {
    hasNextPage: boolean;
    isFetchingNextPage: boolean;
    fetchNextPage: () => Promise<unknown>;
  };
}) {
  const t = useWords();
  if (!hasNextPage) return null;
  return (
    <Column paddingHorizontal="$4">
      <Button
        label={t('common.more')}
        disabled={isFetchingNextPage}
        onPress={() => void fetchNextPage()}
      />
    </Column>
  );
}
