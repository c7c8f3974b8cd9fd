import { useTheme } from '@tamagui/core';
import { useId, useState } from 'react';
import { TextInput, type TextInputProps } from 'react-native';
import { Column, Line } from './Box';
import { Body } from './Text';

export type FieldProps = {
  label: string;
  value: string;
  onChange: (value: string) => void;
  hint?: string;
  error?: string | undefined;
  /** Figures: right-aligned, tabular, a numeric keyboard. */
  numeric?: boolean;
  secret?: boolean;
  hideLabel?: boolean;
  autoFocus?: boolean;
  big?: boolean;
  /** How many lines are in sight, where it takes several. */
  lines?: number;
  onSubmit?: () => void;
  onFocus?: () => void;
  onBlur?: () => void;
  autoComplete?: TextInputProps['autoComplete'];
  placeholder?: string;
  testID?: string;
  maxLength?: number;
};

/** The platform's field keeps all keys to itself; Esc must reach the dialog around it. */
const passEscOn: TextInputProps['onKeyPress'] = ({ nativeEvent }) => {
  const { key, isComposing } = nativeEvent as unknown as KeyboardEvent;
  if (key !== 'Escape' || isComposing) return;
  document.dispatchEvent(new KeyboardEvent('keydown', { key, cancelable: true }));
};

/** A dialog that opens gives its focus to the first that can have it, were it what scrolls, unless one has this mark. */
const wantsFocus = (node: HTMLElement | null) => node?.setAttribute('autofocus', '');

/** A labelled field; what is wrong stands beside it and is read out with it. */
export function Field(props: FieldProps) {
  const theme = useTheme();
  const id = useId();
  const [focused, setFocused] = useState(false);
  const note = props.error ?? props.hint;
  return (
    <Column gap="$1" flexShrink={1}>
      {props.hideLabel ? null : (
        <Body id={`${id}-label`} small tone="faded">
          {props.label}
        </Body>
      )}
      <TextInput
        value={props.value}
        onChangeText={props.onChange}
        onFocus={() => {
          setFocused(true);
          props.onFocus?.();
        }}
        onBlur={() => {
          setFocused(false);
          props.onBlur?.();
        }}
        onSubmitEditing={props.onSubmit}
        onKeyPress={passEscOn}
        secureTextEntry={props.secret}
        autoFocus={props.autoFocus}
        {...(props.autoFocus && { ref: wantsFocus as never })}
        autoCapitalize="none"
        autoCorrect={false}
        autoComplete={props.autoComplete ?? 'off'}
        inputMode={props.numeric ? 'decimal' : 'text'}
        placeholder={props.placeholder}
        placeholderTextColor={theme.faded.val}
        maxLength={props.maxLength}
        multiline={props.lines !== undefined}
        numberOfLines={props.lines}
        testID={props.testID}
        blurOnSubmit={false}
        aria-label={props.label}
        aria-invalid={props.error ? true : undefined}
        aria-describedby={note ? `${id}-note` : undefined}
        style={{
          minHeight: props.big ? 56 : 48,
          paddingHorizontal: 12,
          ...(props.lines !== undefined && { paddingVertical: 10, resize: 'vertical' }),
          borderRadius: 8,
          borderWidth: props.error ? 2 : 1,
          borderColor: props.error ? theme.plum.val : focused ? theme.ink.val : theme.edge.val,
          backgroundColor: theme.sheet.val,
          color: theme.ink.val,
          fontFamily: "'Atkinson Hyperlegible Next', system-ui, sans-serif",
          fontSize: props.big ? 22 : 16,
          ...(props.numeric && { textAlign: 'right', fontVariant: ['tabular-nums'] }),
        }}
      />
      {note ? (
        <Line gap="$1" id={`${id}-note`}>
          <Body small tone={props.error ? 'loose' : 'faded'}>
            {note}
          </Body>
        </Line>
      ) : null}
    </Column>
  );
}
