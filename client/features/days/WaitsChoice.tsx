import { WAITS_FOR, type WaitsFor } from '@abacist/core/days';
import { useWords } from '~/i18n';
import { Choice } from '~/ui/Choice';

/** Which days are shown: all, or those of which such money waits. */
export function WaitsChoice({
  value,
  onChange,
}: {
  value: WaitsFor | '';
  onChange: (value: WaitsFor | '') => void;
}) {
  const t = useWords();
  return (
    <Choice
      label={t('days.show')}
      value={value}
      options={(['', ...WAITS_FOR] as const).map((one) => ({
        value: one,
        label: t(`days.show_${one || 'all'}`),
      }))}
      onChange={onChange}
    />
  );
}
