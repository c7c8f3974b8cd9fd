import { useRef, type KeyboardEvent } from 'react';
import { Button } from './Button';
import { Column, Line } from './Box';
import { Body } from './Text';

const STEPS: Record<string, number> = {
  ArrowRight: 1,
  ArrowDown: 1,
  ArrowLeft: -1,
  ArrowUp: -1,
};

/**
 * One of a few, all in sight: a group of radio buttons. The one that is chosen (or the first) is
 * reached by Tab, the others by the arrows, which choose as they go (WAI-ARIA, radio group).
 */
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
  const group = useRef<HTMLDivElement>(null);
  const at = options.findIndex((option) => option.value === value);
  const onKeyDown = (event: KeyboardEvent) => {
    const step = STEPS[event.key];
    if (!step || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    const next = (Math.max(at, 0) + step + options.length) % options.length;
    onChange(options[next]!.value);
    group.current?.querySelectorAll<HTMLElement>('[role="radio"]')[next]?.focus();
  };
  const row = (
    <div
      ref={group}
      role="radiogroup"
      aria-label={label}
      onKeyDown={onKeyDown}
      style={{ display: 'contents' }}
    >
      <Line gap="$2" flexWrap="wrap">
        {options.map((option, i) => (
          <Button
            key={option.value}
            kind={i === at ? 'chosen' : 'quiet'}
            radio={i === at}
            tabIndex={i === Math.max(at, 0) ? 0 : -1}
            label={option.label}
            onPress={() => onChange(option.value)}
          />
        ))}
      </Line>
    </div>
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
