import { styled, useMedia, View } from '@tamagui/core';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import { router } from '~/router';
import type { ReactNode } from 'react';
import { useWords } from '~/i18n';
import { Button } from './Button';
import { Column, Line } from './Box';
import { Body, Heading } from './Text';

const Scroll = styled(View, {
  name: 'Scroll',
  flex: 1,
  flexDirection: 'column',
  overflow: 'scroll',
  minHeight: 0,
});

/**
 * A screen: where one is, what it is called, what can be done; the main action at the bottom on
 * a phone. `back` leads to the page above it.
 */
export function Screen({
  eyebrow,
  title,
  back,
  right,
  footer,
  children,
  width = 760,
  fill,
}: {
  eyebrow?: string;
  title: string;
  back?: string;
  right?: ReactNode;
  footer?: ReactNode;
  children: ReactNode;
  /** How wide the content grows on a wide screen. */
  width?: number | '100%';
  /** The content scrolls by itself (side by side panes). */
  fill?: boolean;
}) {
  const t = useWords();
  const media = useMedia();
  const content = (
    <Column
      width="100%"
      maxWidth={width}
      alignSelf="center"
      flex={fill ? 1 : undefined}
      minHeight={fill ? 0 : undefined}
    >
      {children}
    </Column>
  );
  return (
    <Column flex={1} minHeight={0} backgroundColor="$paper" render="main" id="main">
      <Line
        data-noprint
        gap="$2"
        paddingHorizontal="$4"
        paddingVertical="$3"
        width="100%"
        maxWidth={width}
        alignSelf="center"
      >
        {back ? (
          <Button
            kind="plain"
            icon={ArrowLeft}
            iconOnly
            label={t('common.back')}
            onPress={() =>
              router.canGoBack() ? router.back() : router.replace(back as never)
            }
          />
        ) : null}
        <Column flex={1} minWidth={0}>
          {eyebrow ? (
            <Body small tone="faded">
              {eyebrow}
            </Body>
          ) : null}
          <Heading size="page" level={1}>
            {title}
          </Heading>
        </Column>
        {right}
      </Line>
      {fill ? content : <Scroll tabIndex={-1}>{content}</Scroll>}
      {footer ? (
        <Column
          data-noprint
          padding="$3"
          gap="$2"
          borderTopWidth={media.wide ? 0 : 1}
          borderColor="$rule"
          width="100%"
          maxWidth={width}
          alignSelf="center"
        >
          {footer}
        </Column>
      ) : null}
    </Column>
  );
}
