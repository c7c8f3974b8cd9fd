import type { CounterSettings } from '@abacist/contracts';
import { CONDITIONS, type Condition } from '@abacist/core/sales';
import { useWords } from '~/i18n';
import { useNumbers } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Body } from '~/ui/Text';

export type Reason = {
  reason: string | null;
  condition: Condition | null;
  feeWaived: boolean;
};

/** Reason and condition, asked once; and the fee, where the reason keeps one. */
export function Why({
  settings,
  value,
  onChange,
}: {
  settings: CounterSettings;
  value: Reason;
  onChange: (value: Reason) => void;
}) {
  const t = useWords();
  const { percent } = useNumbers();
  const reason = settings.reasons.find(({ code }) => code === value.reason);
  return (
    <Column gap="$3" paddingHorizontal="$4">
      <Choice
        label={t('returns.why')}
        options={settings.reasons.map(({ code, name }) => ({ value: code, label: name }))}
        chosen={value.reason}
        onChoose={(code) => onChange({ ...value, reason: code })}
      />
      <Choice
        label={t('returns.condition')}
        options={CONDITIONS.map((one) => ({
          value: one,
          label: t(`returns.condition_${one}`),
        }))}
        chosen={value.condition}
        onChoose={(condition) => onChange({ ...value, condition: condition as Condition })}
      />
      {reason?.restocking ? (
        <Choice
          label={t('returns.fee', {
            percent: percent(settings.returnRules.restockingPercent),
          })}
          options={[
            { value: 'kept', label: t('returns.feeKept') },
            { value: 'waived', label: t('returns.feeWaived') },
          ]}
          chosen={value.feeWaived ? 'waived' : 'kept'}
          onChoose={(how) => onChange({ ...value, feeWaived: how === 'waived' })}
        />
      ) : null}
    </Column>
  );
}

function Choice({
  label,
  options,
  chosen,
  onChoose,
}: {
  label: string;
  options: { value: string; label: string }[];
  chosen: string | null;
  onChoose: (value: string) => void;
}) {
  return (
    <Column gap="$1">
      <Body small tone="faded">
        {label}
      </Body>
      <Line gap="$2" flexWrap="wrap" role="group" aria-label={label}>
        {options.map((option) => (
          <Button
            key={option.value}
            kind={option.value === chosen ? 'chosen' : 'quiet'}
            pressed={option.value === chosen}
            label={option.label}
            onPress={() => onChoose(option.value)}
          />
        ))}
      </Line>
    </Column>
  );
}
