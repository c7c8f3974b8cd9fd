import { useWords } from '~/i18n';
import { Line } from './Box';
import { Button } from './Button';

/** The two ways out of a dialog: leave it as it was, or do what it asks. */
export function Decide({
  label,
  disabled = false,
  onDecide,
  onCancel,
}: {
  label: string;
  disabled?: boolean;
  onDecide: () => void;
  onCancel: () => void;
}) {
  const t = useWords();
  return (
    <Line gap="$2">
      <Button grow label={t('common.cancel')} onPress={onCancel} />
      <Button grow kind="primary" disabled={disabled} label={label} onPress={onDecide} />
    </Line>
  );
}
