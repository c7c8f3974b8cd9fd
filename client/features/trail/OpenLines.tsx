import type { LineTrail } from '@abacist/contracts';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import ArrowRight from 'lucide-react-native/icons/arrow-right';
import { useRef, type ReactNode, type TouchEvent } from 'react';
import { useWords } from '~/i18n';
import { router } from '~/router';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Body } from '~/ui/Text';

/** So far a finger goes sideways, and hardly up or down, until it means another line. */
const SWIPE = { across: 70, along: 40 };

const go = (id: number | null) => {
  if (id !== null) router.replace(`/lines/${id}` as never);
};

/** From open line to open line: by buttons, by keys, or by a swipe over the page. */
export function OpenLines({
  open: { count, before, after },
  children,
}: Pick<LineTrail, 'open'> & { children: ReactNode }) {
  const t = useWords();
  const began = useRef<{ x: number; y: number } | null>(null);
  const at = ({ changedTouches }: TouchEvent) => {
    const touch = changedTouches.item(0);
    return touch ? { x: touch.clientX, y: touch.clientY } : null;
  };
  const ends = (event: TouchEvent) => {
    const [from, to] = [began.current, at(event)];
    began.current = null;
    if (!from || !to || Math.abs(to.y - from.y) > SWIPE.along) return;
    if (to.x - from.x < -SWIPE.across) go(after);
    if (to.x - from.x > SWIPE.across) go(before);
  };
  return (
    <div
      role="presentation"
      onTouchStart={(event) => {
        began.current = at(event);
      }}
      onTouchEnd={ends}
    >
      <Column gap="$4">{children}</Column>
      {after === null ? null : (
        <Line paddingHorizontal="$4" paddingTop="$4" gap="$2" justifyContent="space-between">
          <Button
            icon={ArrowLeft}
            iconOnly
            label={t('trail.openBefore')}
            shortcut="["
            onPress={() => go(before)}
          />
          <Body tone="faded">{t('trail.openCount', { count })}</Body>
          <Button
            icon={ArrowRight}
            label={t('trail.openAfter')}
            shortcut="]"
            onPress={() => go(after)}
          />
        </Line>
      )}
    </div>
  );
}
