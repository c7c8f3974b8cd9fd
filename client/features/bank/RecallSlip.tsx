import { useWords } from '~/i18n';
import { AskWhy } from '~/ui/AskWhy';

/** Asks why a slip is recalled, and recalls it. */
export function RecallSlip({
  slip: { id, number },
  onClose,
}: {
  slip: { id: number; number: string };
  onClose: () => void;
}) {
  const t = useWords();
  return (
    <AskWhy
      title={t('safe.recallTitle', { number })}
      text={t('safe.recallText')}
      label={t('safe.recall')}
      path={`/slips/${id}/recall`}
      onClose={onClose}
    />
  );
}
