import { Dialog as Base } from '@tamagui/dialog';
import type { ReactNode } from 'react';
import { Column } from './Box';
import { Heading } from './Text';

/**
 * A dialog: it traps the focus, closes on Esc, and gives the focus back. On a phone it stands
 * at the bottom, within reach of the thumb.
 */
export function Dialog({
  open,
  title,
  onClose,
  children,
}: {
  open: boolean;
  title: string;
  onClose: () => void;
  children: ReactNode;
}) {
  return (
    <Base
      modal
      open={open}
      onOpenChange={(next: boolean) => !next && onClose()}
      disableRemoveScroll
    >
      <Base.Portal>
        <Base.Overlay
          key="overlay"
          backgroundColor="$scrim"
          position="absolute"
          top={0}
          left={0}
          right={0}
          bottom={0}
        />
        <Base.Content
          key="content"
          backgroundColor="$paper"
          borderTopLeftRadius="$3"
          borderTopRightRadius="$3"
          padding="$4"
          width="100%"
          maxHeight="92%"
          position="absolute"
          bottom={0}
          left={0}
          right={0}
          $wide={{
            position: 'relative',
            maxWidth: 520,
            borderRadius: '$3',
            bottom: 'auto',
            marginVertical: 'auto',
          }}
        >
          {/* Room for the focus ring, which scrolling would cut off. */}
          <Column overflow="scroll" padding={6} margin={-6} flexShrink={1} minHeight={0}>
            {/* As high as it is: fields would make room for each other until nothing of them is left. */}
            <Column gap="$4">
              <Base.Title unstyled asChild>
                <Heading>{title}</Heading>
              </Base.Title>
              {children}
            </Column>
          </Column>
        </Base.Content>
      </Base.Portal>
    </Base>
  );
}
