import { useMay } from '~/api/session';
import { useWords } from '~/i18n';
import { router } from '~/router';
import { Line } from '~/ui/Box';
import { Button } from '~/ui/Button';

/** The way from a day or the books to money in and out, for whoever may record it. */
export function RecordMoney() {
  const t = useWords();
  const may = useMay();
  if (!may('POST /drawer-acts')) return null;
  return (
    <Line paddingHorizontal="$4">
      <Button label={t('acts.title')} onPress={() => router.push('/counter/money' as never)} />
    </Line>
  );
}
