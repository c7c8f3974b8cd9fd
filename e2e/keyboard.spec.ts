import { expect, file, money, pickFile, test, postSettlement } from './shop';
import type { Locator, Page } from '@playwright/test';

test.use({ viewport: { width: 1280, height: 800 } });

/** Moves the focus with Tab alone until it is on the target. */
async function tabTo(page: Page, target: Locator, backwards = false): Promise<void> {
  await expect(target).toBeVisible();
  for (let i = 0; i < 120; i += 1) {
    if (await target.evaluate((node) => node === document.activeElement)) return;
    await page.keyboard.press(backwards ? 'Shift+Tab' : 'Tab');
  }
  throw new Error(`Tab never came to ${target}`);
}
async function press(page: Page, target: Locator, key = 'Enter'): Promise<void> {
  await tabTo(page, target);
  await page.keyboard.press(key);
}
const button = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).first();
const link = (page: Page, name: string | RegExp) => page.getByRole('link', { name }).first();

async function type(page: Page, field: Locator, text: string): Promise<void> {
  await tabTo(page, field);
  await page.keyboard.type(text);
}

/** Rings an item by a part of its name, goes to paying with Enter. */
async function ring(page: Page, ...parts: string[]): Promise<void> {
  for (const part of parts) {
    await type(page, page.getByTestId('entry'), part);
    await page.keyboard.press('Enter');
  }
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Paying' })).toBeVisible();
}

async function payByCard(page: Page, shortcut: string, name: string): Promise<void> {
  await page.keyboard.press(shortcut);
  await expect(page.getByLabel('Last four digits')).toBeFocused();
  await page.keyboard.type('4242');
  await type(page, page.getByLabel('Authorisation reference'), 'K-9');
  await page.keyboard.press('Enter');
  await expect(button(page, 'Next sale')).toBeVisible();
  expect(name).toBeTruthy();
}

async function closeDay(page: Page, day: RegExp, shortMinor: number): Promise<void> {
  await press(page, link(page, /^Days/));
  await press(page, link(page, day));
  await press(page, button(page, 'Count the Shop drawer'));
  const text = await page.getByText(/^Expected [\d,.]+$/).textContent();
  let left = Math.round(Number(text!.replace(/[^\d.]/g, '')) * 100) - shortMinor;
  for (const value of [10000, 2000, 1000, 500, 200, 100, 25, 10, 5]) {
    const pieces = Math.floor(left / value);
    left -= pieces * value;
    if (pieces) await type(page, page.getByLabel(`Pieces of ${money(value)}`), String(pieces));
  }
  await press(page, button(page, /^Close with/));
  await expect(page.getByText('Closed', { exact: true })).toBeVisible();
}

test('the same two days on a wide screen, by keyboard alone', async ({ page, shop }) => {
  test.setTimeout(150_000);
  await page.goto('/');
  await type(page, page.getByLabel('User name'), 'osric');
  await type(page, page.getByLabel('Password'), 'ink and sand');
  await page.keyboard.press('Enter');

  await ring(page, 'tide');
  await press(page, button(page, /^Exact/));
  await press(page, button(page, 'Next sale'));
  await ring(page, 'boots', 'chart');
  await payByCard(page, 'm', 'Meridian');
  await press(page, button(page, 'Next sale'));
  // A split: 30.00 by card, the rest in cash.
  await ring(page, 'jacket');
  await page.keyboard.press('v');
  await page.keyboard.type('4242');
  await tabTo(page, page.getByLabel('Amount on the card'));
  await page.keyboard.press('Control+A');
  await page.keyboard.type('30.00');
  await type(page, page.getByLabel('Authorisation reference'), 'K-8');
  await page.keyboard.press('Enter');
  await press(page, button(page, 'Cash'));
  await press(page, button(page, /^Exact/));
  await expect(page.getByRole('heading', { name: 'R-3' })).toBeVisible();
  await closeDay(page, /^Today/, 25);

  await shop.setNow('2026-03-03T16:00:00Z');
  await page.reload();
  await press(page, link(page, /^Counter/));
  await ring(page, 'varnish');
  await press(page, button(page, /^Exact/));
  await press(page, button(page, 'Next sale'));
  await ring(page, 'hot');
  await payByCard(page, 't', 'Tidal Debit');
  await closeDay(page, /^Today/, 0);

  await shop.setNow('2026-03-04T14:00:00Z');
  await page.reload();
  await press(page, link(page, /^Bank/));
  await press(page, button(page, 'Pick all'));
  const safe = ((await (await page.request.get('/api/safe')).json()) as any).items;
  const cashMinor = safe.reduce((sum: number, item: any) => sum + item.leftMinor, 0);
  await type(page, page.getByLabel('Total on the bank’s slip'), money(cashMinor));
  await press(page, button(page, /^Send to/));
  await expect(page.getByText('Slip D-1 is sent.')).toBeVisible();

  const byKey = (name: RegExp | string) => press(page, button(page, name));
  const waiting = ((await (await page.request.get('/api/cards')).json()) as any).batches;
  const nets: number[] = [];
  for (const [i, { batchDate, schemes }] of waiting.entries()) {
    const batch = {
      batchDate,
      schemes: schemes.map(({ scheme, items, amountMinor }: any) => ({
        scheme,
        items,
        grossMinor: amountMinor,
      })),
    };
    const csv = await shop.settlement(`HP-${i + 1}`, '2026-03-04', [batch]);
    const posted = new RegExp(`S-${i + 1} is posted`);
    await postSettlement(page, file(`hp${i}.csv`, csv), posted, byKey);
    nets.push(Math.round(Number(/total,.*,([\d.]+),CAD/.exec(csv)![1]!) * 100));
  }
  const csv = await shop.csv(0, [
    { date: '2026-03-04', amountMinor: cashMinor, text: 'COUNTER', reference: 'D-1' },
    { date: '2026-03-04', amountMinor: nets[0]!, text: 'HALYARD PAY HP-1' },
  ]);
  await pickFile(page, 'Import a statement', file('st.csv', csv), byKey);
  await expect(page.getByText('2 certain, 0 likely, 0 loose.')).toBeVisible();
  await shop.setNow('2026-03-05T14:00:00Z');
  const camt = await shop.camt(
    cashMinor + nets[0]!,
    [{ date: '2026-03-05', amountMinor: nets[1]!, text: 'HALYARD PAY HP-2' }],
    { from: '2026-03-05', to: '2026-03-05' },
  );
  await pickFile(page, 'Import a statement', file('st.xml', camt), byKey);
  await expect(page.getByText('1 certain, 0 likely, 0 loose.')).toBeVisible();

  await press(page, link(page, /^Days/));
  await expect(page.getByText('Home in 2 days, drawer 0.25 short')).toBeVisible();
  await press(page, link(page, /Mon 2 Mar/));
  await press(page, link(page, 'Trail of Cash' as never));
  await press(page, button(page, 'Show the entry'));
  await expect(page.getByText('Over and short')).toBeVisible();
  await press(page, link(page, /^Books/));
  await expect(page.getByText('Balances', { exact: true })).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('the end of a day on a wide screen, by keyboard alone: opened, stamps, a drop, a wrong figure found and put right, closed', async ({
  page,
  shop,
}) => {
  test.setTimeout(150_000);
  const byKey = (name: RegExp | string) => press(page, button(page, name));
  const dialog = page.getByRole('dialog').last();
  await page.goto('/');
  await type(page, page.getByLabel('User name'), 'tamsin');
  await type(page, page.getByLabel('Password'), 'salt and oak');
  await page.keyboard.press('Enter');
  await byKey('More');
  await press(page, dialog.getByRole('button', { name: 'Count the float' }));
  await type(page, page.getByLabel('Pieces of 100.00'), '1');
  await type(page, page.getByLabel('Pieces of 50.00'), '1');
  await byKey(/^Open with 150\.00/);
  // 63.00 is rung where 36.00 is paid.
  await type(page, page.getByTestId('entry'), '63.00');
  await byKey('Charts and books');
  await byKey(/^Pay/);
  await byKey(/^Exact/);
  await byKey('Next sale');
  await byKey('More');
  await press(page, dialog.getByRole('button', { name: 'Money in and out' }));
  await type(page, page.getByLabel('Amount'), '2');
  await type(page, page.getByLabel('Paid to'), 'Post office');
  await byKey('Pay out 2.00');
  await expect(page.getByText(/^PO-1 is posted/)).toBeVisible();
  await tabTo(page, page.getByLabel('What happens'), true);
  await page.keyboard.type('Drop');
  await type(page, page.getByLabel('Amount'), '20');
  await byKey('Drop 20.00');
  await expect(page.getByText(/^DP-1 is posted/)).toBeVisible();
  await press(page, link(page, /^Days/));
  await press(page, link(page, /^Today/));
  await byKey('Count the Shop drawer');
  for (const [value, many] of [
    ['100.00', '1'],
    ['50.00', '1'],
    ['10.00', '1'],
    ['2.00', '2'],
  ] as const)
    await type(page, page.getByLabel(`Pieces of ${value}`), many);
  await expect(page.getByText('27.00 short')).toBeVisible();
  await byKey('What may explain it?');
  const causes = page.getByRole('list', { name: 'What would make just this difference' });
  await expect(causes.getByRole('listitem').first()).toContainText('63.00 rung, 36.00 paid?');
  await press(page, causes.getByRole('link').first());
  await byKey('Void this sale');
  await type(page, dialog.getByLabel('Reason'), 'Two digits were swapped');
  await press(page, dialog.getByRole('button', { name: 'Approve' }));
  await expect(page.getByText('Void by V-1: Two digits were swapped')).toBeVisible();
  await press(page, link(page, /^Days/));
  await press(page, link(page, /^Today/));
  await byKey(/^(Go on counting|Count the Shop drawer)/);
  await expect(page.getByText('36.00 over')).toBeVisible();
  await byKey('What may explain it?');
  await byKey('Ring what was left out');
  await type(page, page.getByTestId('entry'), '36.00');
  await byKey('Charts and books');
  await byKey(/^Pay/);
  await byKey(/^Exact/);
  await expect(page.getByText('Agrees', { exact: true })).toBeVisible();
  await byKey(/^Close with/);
  await byKey('Close the day');
  await press(page, dialog.getByRole('button', { name: 'Close the day' }));
  await expect(page.getByText('DS-1')).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});
