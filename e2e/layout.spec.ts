import type { Page } from '@playwright/test';
import { goWithin, SCREENS } from './screens';
import { DEMO_AT } from './demoAt';
import { expect, signIn, test } from './shop';

/** Small and short screens: a small phone, one with its browser's bars, 1280 × 800 at 200 %, a desk. */
const SIZES = [
  { width: 320, height: 640 },
  { width: 390, height: 664 },
  { width: 640, height: 400 },
  { width: 1280, height: 800 },
];

test.use({ demo: true, startAt: DEMO_AT });

/** What lies over another, leaves the screen at its side, or breaks inside of a word. */
const faults = (page: Page) =>
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

test('nothing lies over another, leaves the screen or breaks a word, on any screen and size', async ({
  page,
}) => {
  test.setTimeout(900_000);
  await signIn(page, 'tamsin');
  await page.goto('/counter');
  await page.getByRole('button', { name: /^Mooring rope/ }).click();
  const all: string[] = [];
  for (const path of SCREENS) {
    await page.setViewportSize(SIZES[0]!);
    await goWithin(page, path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    if (path !== '/dev/parts')
      await expect(page.getByRole('status', { name: 'Reading …' })).toHaveCount(0);
    for (const size of SIZES) {
      await page.setViewportSize(size);
      // What folds away does so a moment after the screen has changed.
      await page.waitForTimeout(120);
      const wrong = await faults(page);
      all.push(...wrong.map((one) => `${path} at ${size.width} × ${size.height}: ${one}`));
    }
  }
  expect(all).toEqual([]);
});
