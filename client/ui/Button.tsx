import { styled, useMedia, useTheme, View } from '@tamagui/core';
import type { LucideIcon } from 'lucide-react-native';
import type { ReactNode } from 'react';
import { useKey } from './keys';
import { KeyCap } from './KeyCap';
import { Body } from './Text';

const Frame = styled(View, {
  name: 'Button',
  render: 'button',
  flexDirection: 'row',
  alignItems: 'center',
  justifyContent: 'center',
  gap: '$2',
  minHeight: 48,
  minWidth: 48,
  paddingHorizontal: '$4',
  paddingVertical: 0,
  borderRadius: '$2',
  borderWidth: 1,
  borderColor: 'transparent',
  backgroundColor: 'transparent',
  cursor: 'pointer',
  variants: {
    kind: {
      primary: {
        backgroundColor: '$vermilion',
        hoverStyle: { backgroundColor: '$vermilionDeep' },
        pressStyle: { backgroundColor: '$vermilionDeep' },
      },
      quiet: {
        backgroundColor: '$sheet',
        borderColor: '$edge',
        hoverStyle: { backgroundColor: '$well' },
        pressStyle: { backgroundColor: '$well' },
      },
      plain: {
        hoverStyle: { backgroundColor: '$well' },
        pressStyle: { backgroundColor: '$well' },
      },
      chosen: { backgroundColor: '$ink', borderColor: '$ink' },
    },
    big: { true: { minHeight: 56 } },
    off: { true: { opacity: 0.45, cursor: 'default' } },
  } as const,
});

export type ButtonProps = {
  label: string;
  onPress: () => void;
  kind?: 'primary' | 'quiet' | 'plain' | 'chosen';
  icon?: LucideIcon;
  /** What is read out where that is more than the label; it begins with it. */
  readOut?: string;
  /** Shows the icon alone; the label is read out. */
  iconOnly?: boolean;
  big?: boolean;
  disabled?: boolean;
  grow?: boolean;
  pressed?: boolean;
  /** One of a group of radio buttons: whether it is the one. */
  radio?: boolean;
  tabIndex?: 0 | -1;
  id?: string;
  /** A key that presses it where nobody types; shown on it where there is room. */
  shortcut?: string;
  children?: ReactNode;
};

/** A button: a real one, so that it works by keyboard everywhere. 48 px at the least. */
export function Button(props: ButtonProps) {
  const { label, onPress, kind = 'quiet', icon: Icon, iconOnly, big, disabled, grow } = props;
  const theme = useTheme();
  const media = useMedia();
  useKey(disabled ? undefined : props.shortcut, label, onPress);
  const color =
    kind === 'primary' ? 'onVermilion' : kind === 'chosen' ? 'sheet' : ('ink' as const);
  return (
    <Frame
      kind={kind}
      {...(big && { big })}
      {...(disabled && { off: true })}
      {...(grow && { flex: 1 })}
      {...(props.id && { id: props.id })}
      aria-label={props.readOut ?? (iconOnly ? label : undefined)}
      aria-pressed={props.pressed}
      {...(props.radio !== undefined && { role: 'radio', 'aria-checked': props.radio })}
      {...(props.tabIndex !== undefined && { tabIndex: props.tabIndex })}
      aria-disabled={disabled || undefined}
      aria-keyshortcuts={props.shortcut}
      onPress={() => {
        if (!disabled) onPress();
      }}
    >
      {Icon ? <Icon size={20} color={theme[color].val} aria-hidden /> : null}
      {props.children ??
        (iconOnly ? null : (
          <Body color={`$${color}`} strong={kind === 'primary'} textAlign="center">
            {label}
          </Body>
        ))}
      {props.shortcut && media.wide && !iconOnly ? (
        <KeyCap name={props.shortcut} color={`$${color}`} />
      ) : null}
    </Frame>
  );
}
