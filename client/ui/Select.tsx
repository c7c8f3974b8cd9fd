import { useTheme } from '@tamagui/core';
import { useId } from 'react';
import { Column } from './Box';
import { Body } from './Text';

/** A choice of many: the browser's own list, which every phone and keyboard knows. */
export function Select({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: { value: string; label: string }[];
  onChange: (value: string) => void;
}) {
  const theme = useTheme();
  const id = useId();
  return (
    <Column gap="$1">
      <label htmlFor={id} style={{ display: 'flex' }}>
        <Body small tone="faded">
          {label}
        </Body>
      </label>
      <select
        id={id}
        value={value}
        onChange={(event) => onChange(event.target.value)}
        style={{
          minHeight: 48,
          padding: '0 12px',
          borderRadius: 8,
          border: `1px solid ${theme.edge.val}`,
          backgroundColor: theme.sheet.val,
          color: theme.ink.val,
          fontSize: 16,
          fontFamily: "'Atkinson Hyperlegible Next', system-ui, sans-serif",
        }}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    </Column>
  );
}
