import { formatMoney } from '@abacist/core/format';
import { useShop } from '~/api/session';
import { Body, Heading } from './Text';
import type { ComponentProps } from 'react';

/** Formats amounts in the shop's currency and locale. */
export function useMoney(): (amountMinor: number) => string {
  const { currency, locale } = useShop();
  return (amountMinor) => formatMoney(amountMinor, currency, locale);
}

type Props = { minor: number; signed?: boolean } & Omit<
  ComponentProps<typeof Body>,
  'children'
>;

/** An amount set right-aligned in tabular. `signed` shows + too. */
export function Money({ minor, signed, ...rest }: Props) {
  const format = useMoney();
  return (
    <Body textAlign="right" whiteSpace="nowrap" {...rest}>
      {signed && minor > 0 ? `+${format(minor)}` : format(minor)}
    </Body>
  );
}

/** A big amount in the heading's typeface: what is to pay, the change, what differs. */
export function BigMoney({
  minor,
  ...rest
}: { minor: number } & Omit<ComponentProps<typeof Heading>, 'children'>) {
  const format = useMoney();
  return (
    <Heading size="huge" level={0} textAlign="right" whiteSpace="nowrap" {...rest}>
      {format(minor)}
    </Heading>
  );
}
