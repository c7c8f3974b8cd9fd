import { styled, useMedia, View } from '@tamagui/core';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import { useEffect, type ReactNode } from 'react';
import { useWords } from '~/i18n';
import { Button } from './Button';
import { Column, Line } from './Box';
import { goBack } from './goBack';
import { useInListPane } from './ListDetail';
import { Body, Heading } from './Text';

/** Read out, and not seen. */
const ONLY_READ = {
  position: 'absolute',
  width: 1,
  height: 1,
  overflow: 'hidden',
  whiteSpace: 'nowrap',
} as const;

const Scroll = styled(View, {
  name: 'Scroll',
  flex: 1,
  flexDirection: 'column',
  overflow: 'scroll',
  minHeight: 0,
});

/** Tabs and the browser's history name the place; what stands beside it as a list does not. */
function usePageTitle(title: string | null): void {
  const t = useWords();
  const name = t('shell.name');
  useEffect(() => {
    if (title) document.title = `${title} · ${name}`;
  }, [title, name]);
}

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
  slim,
  tip,
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
  /** On a short screen the eyebrow alone says where one is. */
  slim?: boolean;
  /** One line under the head, for whoever is here for the first time. */
  tip?: ReactNode;
}) {
  const t = useWords();
  const media = useMedia();
  const inList = useInListPane();
  usePageTitle(inList ? null : title);
  const folded = slim && media.short;
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
    <Column
      flex={1}
      minHeight={0}
      backgroundColor="$paper"
      {...(inList
        ? { render: 'section', 'aria-label': title }
        : { render: 'main', id: 'main' })}
    >
      <Line
        data-noprint
        gap="$2"
        paddingHorizontal="$4"
        paddingVertical={folded ? '$1' : '$3'}
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
            onPress={() => goBack(back)}
          />
        ) : null}
        <Column flex={1} minWidth={0}>
          {eyebrow ? (
            <Body small tone="faded" {...((folded || media.narrow) && { numberOfLines: 1 })}>
              {eyebrow}
            </Body>
          ) : null}
          <Heading size="page" level={inList ? 2 : 1} {...(folded && ONLY_READ)}>
            {title}
          </Heading>
        </Column>
        {right}
      </Line>
      {tip}
      {fill ? (
        content
      ) : (
        <Scroll tabIndex={-1} data-scroll>
          {content}
        </Scroll>
      )}
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
