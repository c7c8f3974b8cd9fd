import { Button } from './Button';
import { Column, Line } from './Box';
import { Body } from './Text';

/** One of a few, all in sight: a row of buttons of which one is pressed. */
export function Choice<V extends string>({
  label,
  value,
  options,
  onChange,
  shown,
}: {
  label: string;
  value: V;
  options: readonly { value: V; label: string }[];
  onChange: (value: V) => void;
  /** Whether its label stands above it: where the options do not say what they are of. */
  shown?: boolean;
}) {
  const row = (
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
  if (!shown) return row;
  return (
    <Column gap="$1">
      <Body small tone="faded" aria-hidden>
        {label}
      </Body>
      {row}
    </Column>
  );
}
