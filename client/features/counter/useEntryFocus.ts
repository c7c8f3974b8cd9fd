import { useMedia } from '@tamagui/core';
import { useEffect, type RefObject } from 'react';
import { isField } from '~/ui/keys';

const DIALOG = '[role="dialog"]';

/**
 * The entry field has the focus whenever no field has it: when the counter opens on a screen with a
 * keyboard, after a tap on anything that is no field, and when what had the focus went away. Tab that
 * leaves the last key of the page goes on to the first: nobody is held here. What is
 * typed on a button begins in the field. Where a thumb taps, the field takes no focus by itself: the
 * device's keyboard would cover the pad.
 * @param inside what the field stands in
 */
export function useEntryFocus(inside: RefObject<HTMLElement | null>): void {
  const media = useMedia();
  const desk = media.wide;
  useEffect(() => {
    const field = () => inside.current?.querySelector('input') ?? null;
    const toField = () => {
      if (!isField(document.activeElement) && !document.querySelector(DIALOG)) {
        field()?.focus({ preventScroll: true });
      }
    };
    const soon = () =>
      setTimeout(() => {
        // Whoever marked words to copy them keeps them.
        if (!window.getSelection()?.toString()) toField();
      });
    let tabbing = false;
    const gone = () =>
      setTimeout(() => {
        if (!tabbing && document.activeElement === document.body) toField();
      });
    const typed = (event: KeyboardEvent) => {
      tabbing = event.key === 'Tab';
      const sign = event.key.length === 1 && event.key !== ' ' && event.key !== '?';
      if (!sign || event.ctrlKey || event.metaKey || event.altKey) return;
      // Before the sign is set: it becomes the first of the field.
      if (event.key !== '/') toField();
    };
    if (desk) {
      soon();
      window.addEventListener('pointerup', soon);
      window.addEventListener('focusout', gone);
    }
    window.addEventListener('keydown', typed, true);
    return () => {
      window.removeEventListener('pointerup', soon);
      window.removeEventListener('focusout', gone);
      window.removeEventListener('keydown', typed, true);
    };
  }, [desk, inside]);
}
