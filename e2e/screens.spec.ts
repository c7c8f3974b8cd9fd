import type { Page } from '@playwright/test';
import axe, { type RunOptions } from 'axe-core';
import { DEMO_AT } from './demoAt';
import { faults } from './faults';
import { goWithin, SCREENS } from './screens';
import { expect, signIn, test } from './shop';

/*
 * Each screen is visited once: axe looks at it in both themes, and at small, short and wide sizes
 * nothing may lie over another, leave the screen or break a word. All screens in four parts, so
 * that two workers share them.
 */
const PARTS = 4;
const PHONE = { width: 390, height: 844 };
const WIDE = { width: 1280, height: 800 };
/** A small phone, one with its browser's bars, 1280 × 800 at 200 %, a desk. */
const SIZES = [
  { width: 320, height: 640 },
  { width: 390, height: 664 },
  { width: 640, height: 400 },
  WIDE,
];

/** Where a wide screen has other parts than a phone, which the dark theme colours too. */
const WIDE_PARTS =
  /^\/(counter|days|days\/quarter|days\/[\d-]+|totals|orders|sales|accounts|accounts\/\d+|accounts\/aging|bank\/.*|books\/(balance|journal|documents|shop|tenders|items|over-short|processors(\/.*)?)|loose-ends)$/;
const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];
/** Structure is the same in both themes; what the dark one changes is colour. */
const ASKED: Record<'light' | 'dark', RunOptions> = {
  light: { resultTypes: ['violations'], runOnly: { type: 'tag', values: TAGS } },
  dark: {
    resultTypes: ['violations'],
    runOnly: { type: 'rule', values: ['color-contrast', 'link-in-text-block'] },
  },
};

/**
 * Runs axe in the page, which has no frames: its script is there since the page was loaded, and
 * only what it found crosses to the test.
 */
async function run(asked: RunOptions): Promise<{ id: string; places: string[] }[]> {
  const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(asked);
  return violations.map(({ id, nodes }) => ({
    id,
    places: nodes.map(({ html }) => html.slice(0, 160)),
  }));
}

const BOTH = ['dark', 'light'] as const;

/** What axe finds on the page as it stands: changing the theme is no new visit. */
async function axeFinds(
  page: Page,
  where: string,
  themes: readonly ('light' | 'dark')[] = BOTH,
): Promise<string[]> {
  const found: string[] = [];
  for (const colorScheme of themes) {
    await page.emulateMedia({ colorScheme, reducedMotion: 'reduce' });
    await expect(page.locator('#root').first()).toBeVisible();
    for (const { id, places } of await page.evaluate(run, ASKED[colorScheme]))
      found.push(`${where}, ${colorScheme}: ${id}: ${places.join(' | ')}`);
  }
  return found;
}

test.use({ demo: true, startAt: DEMO_AT });

for (let part = 0; part < PARTS; part += 1) {
  test(`nothing is wrong with any screen, at any size, light and dark: part ${part + 1}`, async ({
    page,
  }) => {
    test.setTimeout(900_000);
    await page.setViewportSize(PHONE);
    await page.addInitScript(axe.source);
    const wrong: string[] = [];
    const titles = new Set<string>();
    await signIn(page, 'tamsin');
    await page.goto('/counter');
    await page.getByRole('button', { name: /^Mooring rope/ }).click();
    const order = { kind: 'order', lines: [{ departmentId: 1, amountMinor: 50_00 }] };
    await page.request.post('/api/orders', {
      headers: { 'Idempotency-Key': crypto.randomUUID() },
      data: { command: order },
    });
    for (const path of SCREENS.filter((_, i) => i % PARTS === part)) {
      await page.setViewportSize(PHONE);
      await goWithin(page, path);
      const title = page.getByRole('heading', { level: 1 });
      await expect(title).toBeVisible();
      titles.add((await title.textContent())!);
      if (path !== '/dev/parts')
        await expect(page.getByRole('status', { name: 'Reading …' })).toHaveCount(0);
      wrong.push(...(await axeFinds(page, path)));
      for (const size of SIZES) {
        await page.setViewportSize(size);
        // What folds away does so a moment after the screen has changed.
        await page.waitForTimeout(120);
        const at = `${path} at ${size.width} × ${size.height}`;
        wrong.push(...(await faults(page)).map((one) => `${at}: ${one}`));
        if (size === WIDE)
          wrong.push(...(await axeFinds(page, at, WIDE_PARTS.test(path) ? BOTH : ['light'])));
      }
    }
    expect(wrong).toEqual([]);
    // It did go from screen to screen.
    expect(titles.size).toBeGreaterThan(10);
  });
}

test('axe finds nothing at the door and where an approval is asked, light and dark', async ({
  page,
}) => {
  await page.addInitScript(axe.source);
  for (const size of [PHONE, WIDE]) {
    await page.setViewportSize(size);
    await page.context().clearCookies();
    await page.goto('/');
    await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
    expect(await axeFinds(page, 'sign-in')).toEqual([]);
    await signIn(page, 'tamsin');
    const { sales } = await (await page.request.get('/api/sales?date=2026-03-02')).json();
    await page.goto(`/sales/${sales[0].id}`);
    await page.getByRole('button', { name: 'Void this sale' }).click();
    await expect(page.getByRole('dialog', { name: 'This needs an approval' })).toBeVisible();
    expect(await axeFinds(page, 'approval dialog')).toEqual([]);
  }
});
