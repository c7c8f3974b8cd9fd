import { Button } from './Button';
import { Line } from './Box';

/** One of a few, all in sight: a row of buttons of which one is pressed. */
export function Choice<V extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: V;
  options: readonly { value: V; label: string }[];
  onChange: (value: V) => void;
}) {
  return (
    <Line role="group" gap="$2" flexWrap="wrap" aria-label={label}>
      {options.map((option) => (
        <Button
          key={option.value}
          kind={option.value === value ? 'chosen' : 'quiet'}
          pressed={option.value === value}
          label={option.label}
          onPress={() => onChange(option.value)}
        />
      ))}
    </Line>
  );
}
