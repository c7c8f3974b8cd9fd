import { router } from '~/router';
import { useWords } from '~/i18n';
import { GoOn } from '~/ui/GoOn';

/** An address that is no page of ours. */
export function NotFound() {
  const t = useWords();
  return (
    <GoOn
      title={t('unanswered.noPage')}
      text={t('unanswered.noPageText')}
      onPress={() => router.replace('/')}
    />
  );
}
