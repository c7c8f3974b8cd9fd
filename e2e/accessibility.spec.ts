import axe, { type RunOptions } from 'axe-core';
import { goWithin, SCREENS } from './screens';
import { DEMO_AT } from './demoAt';
import { expect, signIn, test } from './shop';

const SIZES = {
  phone: { width: 390, height: 844 },
  wide: { width: 1280, height: 800 },
};

/** Where a wide screen shows other parts than a phone: tables, panes beside each other, keys. */
const WIDE_PARTS =
  /^\/(counter|days|totals|accounts|accounts\/aging|bank\/.*|books\/(balance|journal|documents|shop|tenders))$/;
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

test.use({ demo: true, startAt: DEMO_AT });

for (const [size, viewport] of Object.entries(SIZES)) {
  test(`axe finds nothing on any screen, light and dark, ${size}`, async ({ page }) => {
    test.setTimeout(900_000);
    await page.setViewportSize(viewport);
    await page.addInitScript(axe.source);
    const findings: string[] = [];
    const titles = new Set<string>();
    /** Looks at the page as it stands in both themes: changing the theme is no new visit. */
    const look = async (where: string) => {
      // On a wide screen the dark theme is looked at where it has parts of its own.
      const dark = size === 'phone' || WIDE_PARTS.test(where);
      for (const colorScheme of dark ? (['light', 'dark'] as const) : (['light'] as const)) {
        await page.emulateMedia({ colorScheme, reducedMotion: 'reduce' });
        await expect(page.locator('#root').first()).toBeVisible();
        const violations = await page.evaluate(run, ASKED[colorScheme]);
        for (const { id, places } of violations)
          findings.push(`${where}, ${colorScheme}: ${id}: ${places.join(' | ')}`);
      }
      await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
    };
    await page.goto('/');
    await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
    await look('sign-in');
    await signIn(page, 'tamsin');
    await page.goto('/counter');
    await page.getByRole('button', { name: /^Mooring rope/ }).click();
    const order = { kind: 'order', lines: [{ departmentId: 1, amountMinor: 50_00 }] };
    await page.request.post('/api/orders', {
      headers: { 'Idempotency-Key': crypto.randomUUID() },
      data: { command: order },
    });
    for (const path of SCREENS) {
      await goWithin(page, path);
      const title = page.getByRole('heading', { level: 1 });
      await expect(title).toBeVisible();
      titles.add((await title.textContent())!);
      if (path !== '/dev/parts')
        await expect(page.getByRole('status', { name: 'Reading …' })).toHaveCount(0);
      await look(path);
    }
    const sales = (await (await page.request.get('/api/sales?date=2026-03-02')).json()) as any;
    // The Shop's drawer is being counted since the visit above.
    const open = sales.sales.find(({ drawer }: { drawer: string }) => drawer === 'Hatch');
    await page.goto(`/sales/${open.id}`);
    await page.getByRole('button', { name: 'Void this sale' }).click();
    await expect(page.getByRole('dialog', { name: 'This needs an approval' })).toBeVisible();
    await look('approval dialog');
    expect(findings).toEqual([]);
    // It did go from screen to screen.
    expect(titles.size).toBeGreaterThan(20);
  });
}
