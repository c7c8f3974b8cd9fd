import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import ArrowRight from 'lucide-react-native/icons/arrow-right';
import { useRef, type ReactNode, type TouchEvent } from 'react';
import { Button } from './Button';
import { Column, Line } from './Box';
import { Body } from './Text';

/** So far a finger goes sideways, and hardly up or down, until it means another one. */
const SWIPE = { across: 70, along: 40 };

/**
 * One thing of several, and the way to the one before and after it: by buttons, by the keys [ and ], or by a
 * swipe over it.
 */
export function OneOfMany({
  at,
  before,
  after,
  children,
}: {
  /** Which one of how many, in words. */
  at: string;
  before: { label: string; go: () => void };
  after: { label: string; go: () => void } | null;
  children: ReactNode;
}) {
  const began = useRef<{ x: number; y: number } | null>(null);
  const where = ({ changedTouches }: TouchEvent) => {
    const touch = changedTouches.item(0);
    return touch ? { x: touch.clientX, y: touch.clientY } : null;
  };
  const ends = (event: TouchEvent) => {
    const [from, to] = [began.current, where(event)];
    began.current = null;
    if (!from || !to || !after || Math.abs(to.y - from.y) > SWIPE.along) return;
    if (to.x - from.x < -SWIPE.across) after.go();
    if (to.x - from.x > SWIPE.across) before.go();
  };
  return (
    <div
      role="presentation"
      onTouchStart={(event) => {
        began.current = where(event);
      }}
      onTouchEnd={ends}
    >
      <Column gap="$4">{children}</Column>
      {after ? (
        <Line paddingHorizontal="$4" paddingTop="$4" gap="$2" justifyContent="space-between">
          <Button
            icon={ArrowLeft}
            iconOnly
            label={before.label}
            shortcut="["
            onPress={before.go}
          />
          <Body tone="faded">{at}</Body>
          <Button icon={ArrowRight} label={after.label} shortcut="]" onPress={after.go} />
        </Line>
      ) : null}
    </div>
  );
}
