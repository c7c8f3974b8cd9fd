import {
  expect,
  file,
  money,
  pickFile,
  signIn,
  test,
  type Shop,
  postSettlement,
} from './shop';
import type { Page } from '@playwright/test';

const tap = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).click();

async function payByCard(page: Page, scheme: string, amount?: string): Promise<void> {
  await tap(page, scheme);
  await page.getByLabel('Last four digits').fill('1111');
  await page.getByLabel('Authorisation reference').fill('A-77');
  if (amount) await page.getByLabel('Amount on the card').fill(amount);
  await tap(page, new RegExp(`^Take ${scheme}`));
}

/** Counts the drawer by what is expected, less a shortage, and closes it. */
async function closeDrawer(page: Page, shortMinor: number, note = ''): Promise<void> {
  await page.getByRole('link', { name: /^Days/ }).click();
  await page.getByRole('link', { name: /^Today/ }).click();
  await tap(page, 'Count the Shop drawer');
  const text = await page.getByText(/^Expected [\d,.]+$/).textContent();
  let left = Math.round(Number(text!.replace(/[^\d.]/g, '')) * 100) - shortMinor;
  for (const value of [10000, 2000, 1000, 500, 200, 100, 25, 10, 5]) {
    const pieces = Math.floor(left / value);
    left -= pieces * value;
    if (pieces) await page.getByLabel(`Pieces of ${money(value)}`).fill(String(pieces));
  }
  if (note) await page.getByLabel('Note').fill(note);
  await tap(page, /^Close with/);
  await expect(page.getByText('Closed', { exact: true })).toBeVisible();
}

async function batches(page: Page) {
  const answer = await page.request.get('/api/cards');
  return ((await answer.json()) as any).batches.map(({ batchDate, schemes }: any) => ({
    batchDate,
    schemes: schemes.map(({ scheme, items, amountMinor }: any) => ({
      scheme,
      items,
      grossMinor: amountMinor,
    })),
  }));
}

async function importSettlement(page: Page, shop: Shop, date: string, batch: any) {
  const reference = `HP-${batch.batchDate}`;
  const csv = await shop.settlement(reference, date, [batch]);
  const posted = /is posted: .* net\. It agrees with the till\./;
  await postSettlement(page, file(`${reference}.csv`, csv), posted);
  const net = /total,.*,([\d.]+),CAD/.exec(csv)![1]!;
  return { reference, netMinor: Math.round(Number(net) * 100) };
}

test('two days from the counter to the bank statement, on a phone, from an empty shop', async ({
  page,
  shop,
}) => {
  // Monday. A cash sale of one item takes four taps from the counter.
  await page.goto('/');
  await tap(page, 'As clerk');
  await tap(page, /^Tide tables/);
  await tap(page, 'Pay');
  await tap(page, 'Exact 14.50');
  await expect(page.getByRole('heading', { name: 'R-1' })).toBeVisible();
  await tap(page, 'Next sale');

  await tap(page, /^Sea boots/);
  await tap(page, 'Pay');
  await payByCard(page, 'Meridian');
  await expect(page.getByRole('heading', { name: 'R-2' })).toBeVisible();
  await tap(page, 'Next sale');

  // 49.99 of rope, 6.25 % tax: 53.11; 30.00 by card, the rest in cash, rounded, with change.
  await page.getByTestId('entry').fill('49.99');
  await tap(page, 'Rope and rigging');
  await tap(page, 'Pay');
  await payByCard(page, 'Corvus', '30.00');
  await tap(page, 'Cash');
  await expect(page.getByText('Cash pays 23.10')).toBeVisible();
  await tap(page, '50.00');
  await expect(page.getByRole('heading', { name: 'R-3' })).toBeVisible();
  await expect(page.getByText('26.90').first()).toBeVisible();
  await tap(page, 'Next sale');

  // A reload keeps what is rung; a void needs the manager's PIN.
  await tap(page, /^Oilskin jacket/);
  await page.reload();
  await expect(page.getByRole('listitem').filter({ hasText: 'Oilskin jacket' })).toBeVisible();
  await tap(page, 'Pay');
  await tap(page, /^Exact/);
  await tap(page, 'Void this sale');
  await page.getByLabel('PIN of the approver').fill('864286');
  await page.getByLabel('Reason').fill('Wrong size');
  await tap(page, 'Approve');
  await expect(page.getByText('Void by V-1: Wrong size')).toBeVisible();

  await closeDrawer(page, 5, 'Five cents under the till');
  await expect(page.getByText('0.05 short', { exact: true }).first()).toBeVisible();

  // Tuesday.
  await shop.setNow('2026-03-03T16:00:00Z');
  await page.goto('/counter');
  await tap(page, /^Chart 7/);
  await tap(page, 'Pay');
  await tap(page, /^Exact/);
  await tap(page, 'Next sale');
  await tap(page, /^Hot drink/);
  await tap(page, 'Pay');
  await payByCard(page, 'Tidal Debit');
  await expect(page.getByRole('heading', { name: 'R-6' })).toBeVisible();
  await closeDrawer(page, 0);

  // Wednesday: the bookkeeper. One slip for both days goes only when the totals agree.
  await shop.setNow('2026-03-04T14:00:00Z');
  await signIn(page, 'osric');
  await page.goto('/bank');
  await tap(page, 'Pick all');
  const safe = ((await (await page.request.get('/api/safe')).json()) as any).items;
  const cashMinor = safe.reduce((sum: number, item: any) => sum + item.leftMinor, 0);
  expect(safe.map((item: any) => item.takingsDay)).toEqual(['2026-03-02', '2026-03-03']);
  await page.getByLabel('Total on the bank’s slip').fill(money(cashMinor + 100));
  await expect(page.getByText('1.00', { exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Send to/ })).toHaveAttribute(
    'aria-disabled',
  );
  await page.getByLabel('Total on the bank’s slip').fill(money(cashMinor));
  await tap(page, /^Send to/);
  await expect(page.getByText('Slip D-1 is sent.')).toBeVisible();

  await tap(page, 'Cards');
  const [first, second] = await batches(page);
  const monday = await importSettlement(page, shop, '2026-03-03', first);
  const tuesday = await importSettlement(page, shop, '2026-03-04', second);

  // Statements: CSV for one day, camt.053 for the next.
  await tap(page, 'Statement');
  const csv = await shop.csv(500_00, [
    {
      date: '2026-03-03',
      amountMinor: monday.netMinor,
      text: `HALYARD PAY ${monday.reference}`,
    },
    { date: '2026-03-04', amountMinor: cashMinor, text: 'COUNTER', reference: 'D-1' },
  ]);
  await pickFile(page, 'Import a statement', file('statement.csv', csv));
  await expect(page.getByText('2 certain, 0 likely, 0 loose.')).toBeVisible();
  await shop.setNow('2026-03-05T14:00:00Z');
  const camt = await shop.camt(
    500_00 + monday.netMinor + cashMinor,
    [
      {
        date: '2026-03-05',
        amountMinor: tuesday.netMinor,
        text: 'HALYARD PAY',
        reference: tuesday.reference,
        type: 'card',
      },
    ],
    { from: '2026-03-05', to: '2026-03-05' },
  );
  await pickFile(page, 'Import a statement', file('statement.xml', camt));
  await expect(page.getByText('1 certain, 0 likely, 0 loose.')).toBeVisible();
  await expect(page.getByText('Ties', { exact: true })).toBeVisible();

  // Every rod is home; the trail leads to the line and back to the sales.
  await page.getByRole('link', { name: /^Days/ }).click();
  await expect(page.getByText('Home in 2 days, drawer 0.05 short')).toBeVisible();
  await expect(page.getByText('Home in 2 days', { exact: true })).toBeVisible();
  await expect(page.getByText('No loose ends')).toBeVisible();
  await page.getByRole('link', { name: /Mon 2 Mar/ }).click();
  await page.getByRole('link', { name: 'Trail of Cash' }).click();
  for (const stage of ['Taken', 'Counted', 'Sent', 'Home']) {
    await expect(page.getByRole('heading', { name: stage })).toBeVisible();
  }
  await page.getByRole('button', { name: 'Show the entry' }).first().click();
  await expect(page.getByText('Over and short')).toBeVisible();
  await page.getByRole('link', { name: 'To the statement line' }).click();
  await page.getByRole('link', { name: /Tue 3 Mar, Cash/ }).click();
  await page.getByRole('link', { name: /R-5/ }).click();
  await expect(page.getByText('Chart 7, Wrack Sound')).toBeVisible();

  await page.goto('/books');
  await expect(page.getByText('Balances', { exact: true })).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});
