import type { Page } from '@playwright/test';

/** What lies over another, leaves the screen at its side, or breaks inside of a word. */
export const faults = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const seen = (element: Element) => {
      const { width, height } = element.getBoundingClientRect();
      return width > 1 && height > 1 && getComputedStyle(element).visibility !== 'hidden';
    };
    const named = (element: Element) =>
      (element.getAttribute('aria-label') || element.textContent || element.tagName)
        .trim()
        .slice(0, 50);
    /** Of an element, what the boxes around it that scroll leave of it in sight. */
    const inSight = (element: Element) => {
      const of = element.getBoundingClientRect();
      const box = { left: of.left, right: of.right, top: of.top, bottom: of.bottom };
      let sideways = false;
      for (let up = element.parentElement; up; up = up.parentElement) {
        const { overflowX, overflowY } = getComputedStyle(up);
        if (overflowX === 'visible' && overflowY === 'visible') continue;
        const around = up.getBoundingClientRect();
        sideways ||= up.scrollWidth > up.clientWidth + 1 && overflowX !== 'hidden';
        box.left = Math.max(box.left, around.left);
        box.right = Math.min(box.right, around.right);
        box.top = Math.max(box.top, around.top);
        box.bottom = Math.min(box.bottom, around.bottom);
      }
      return { ...box, sideways };
    };
    const found: string[] = [];
    const targets = [...document.querySelectorAll('button, a[href], input, select, textarea')]
      .filter(seen)
      .map((element) => ({ element, box: inSight(element) }))
      .filter(({ box }) => box.right - box.left > 1 && box.bottom - box.top > 1);
    for (const [i, one] of targets.entries()) {
      for (const other of targets.slice(i + 1)) {
        if (one.element.contains(other.element) || other.element.contains(one.element))
          continue;
        // A bead lies over the link of its own day, to be touched by itself.
        const over = [one.element, other.element].filter((each) =>
          each.matches('[data-over]'),
        );
        if (
          over.length === 1 &&
          over[0]!.closest('[role=listitem]')!.contains(one.element) &&
          over[0]!.closest('[role=listitem]')!.contains(other.element)
        )
          continue;
        const across =
          Math.min(one.box.right, other.box.right) - Math.max(one.box.left, other.box.left);
        const down =
          Math.min(one.box.bottom, other.box.bottom) - Math.max(one.box.top, other.box.top);
        if (across > 2 && down > 2)
          found.push(
            `“${named(one.element)}” and “${named(other.element)}” lie over each other`,
          );
      }
    }
    for (const { element } of targets) {
      const { left, right } = element.getBoundingClientRect();
      const { sideways } = inSight(element);
      if (!sideways && (left < -1 || right > innerWidth + 1))
        found.push(`“${named(element)}” leaves the screen`);
    }
    if (document.documentElement.scrollWidth > innerWidth + 1)
      found.push('the page scrolls sideways');
    const words = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = words.nextNode(); node; node = words.nextNode()) {
      const around = node.parentElement!;
      if (!seen(around) || around.closest('style, script, noscript')) continue;
      for (const { 0: word, index } of (node.textContent ?? '').matchAll(
        /[\p{L}\d.,−]{2,}/gu,
      )) {
        const range = document.createRange();
        range.setStart(node, index);
        range.setEnd(node, index + word.length);
        const lines = new Set([...range.getClientRects()].map(({ top }) => Math.round(top)));
        if (lines.size > 1) found.push(`“${word}” breaks inside`);
      }
    }
    return [...new Set(found)];
  });
