import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { useAmount } from './useAmount';

/** An amount of what is there: never more than that, nor than what is left to pay. */
export function TakeAmount({
  mostMinor,
  ofMinor,
  busy,
  onTake,
}: {
  mostMinor: number;
  /** What is there in all, where it does not stand above. */
  ofMinor?: number;
  busy: boolean;
  onTake: (amountMinor: number) => void;
}) {
  const t = useWords();
  const money = useMoney();
  const amount = useAmount(mostMinor);
  const take = () => {
    if (amount.minor !== undefined && !busy) onTake(amount.minor);
  };
  return (
    <>
      <Field
        label={t('credits.take')}
        hint={ofMinor === undefined ? undefined : t('more.isLeft', { left: money(ofMinor) })}
        value={amount.text}
        onChange={amount.setText}
        numeric
        error={amount.error}
        onSubmit={take}
      />
      <Button
        kind="primary"
        big
        disabled={amount.minor === undefined || busy}
        label={t('credits.takeIt', { amount: amount.shown })}
        onPress={take}
      />
    </>
  );
}
