import { useWords } from '~/i18n';
import { Button } from './Button';
import { Column } from './Box';
import { Screen } from './Screen';
import { Body } from './Text';

/** A page that has nothing to show: what happened, and one way on. */
export function GoOn({
  title,
  text,
  onPress,
}: {
  title: string;
  text: string;
  onPress: () => void;
}) {
  const t = useWords();
  return (
    <Screen title={title}>
      <Column padding="$4" gap="$4" alignItems="flex-start">
        <Body role="status">{text}</Body>
        <Button kind="primary" big label={t('common.goOn')} onPress={onPress} />
      </Column>
    </Screen>
  );
}
