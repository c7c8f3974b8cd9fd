import type { Refusal } from '@abacist/core/outcome';
import { styled, useTheme, View } from '@tamagui/core';
import CircleAlert from 'lucide-react-native/icons/circle-alert';
import type { ReactNode } from 'react';
import { refusalsOf, useRefusalText } from '~/i18n/useRefusal';
import { useWords } from '~/i18n';
import { Button } from './Button';
import { Column } from './Box';
import { Body, Heading } from './Text';

const Frame = styled(View, {
  name: 'Note',
  flexDirection: 'row',
  gap: '$3',
  padding: '$3',
  borderRadius: '$2',
  borderWidth: 1,
  borderColor: '$plum',
  backgroundColor: '$sheet',
});

/** What was refused, in words, read out at once. Nothing when there is no error. */
export function ErrorNote({ error }: { error: unknown }) {
  return <RefusalNote refusals={refusalsOf(error)} />;
}

/** Refusals in words. Nothing when there is none. */
export function RefusalNote({ refusals }: { refusals: readonly Refusal[] }) {
  const word = useRefusalText();
  const theme = useTheme();
  if (refusals.length === 0) return null;
  return (
    <Frame role="alert">
      <CircleAlert size={22} color={theme.plum.val} aria-hidden />
      <Column gap="$1" flex={1}>
        {refusals.map((refusal, i) => (
          <Body key={i} tone="loose">
            {word(refusal)}
          </Body>
        ))}
      </Column>
    </Frame>
  );
}

/** An empty place: what goes there, and the first step. */
export function Empty({
  title,
  text,
  action,
}: {
  title: string;
  text: string;
  action?: ReactNode;
}) {
  return (
    <Column padding="$5" gap="$3" alignItems="flex-start">
      <Heading size="section">{title}</Heading>
      <Body tone="faded">{text}</Body>
      {action}
    </Column>
  );
}

const Bar = styled(View, {
  name: 'Shape',
  height: 16,
  borderRadius: 4,
  backgroundColor: '$well',
});

/** While something is read: the shape of what comes; it is said, too, to whoever can't see it. */
export function Loading() {
  const t = useWords();
  return (
    <Column role="status" aria-label={t('common.loading')} padding="$4" gap="$4">
      {['62%', '85%', '48%', '70%'].map((width) => (
        <Column key={width} gap="$2">
          <Bar width={width as '62%'} />
          <Bar width="30%" height={12} />
        </Column>
      ))}
    </Column>
  );
}

/** A read that failed, with a way to try again. */
export function ReadFailed({ error, again }: { error: unknown; again: () => void }) {
  const t = useWords();
  return (
    <Column padding="$4" gap="$3">
      <ErrorNote error={error} />
      <Button label={t('common.tryAgain')} onPress={again} />
    </Column>
  );
}
