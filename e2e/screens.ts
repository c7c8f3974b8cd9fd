import { expect, type Page } from '@playwright/test';

/** Every screen of the demo; addresses with a date are days of the demo's own making. */
export const SCREENS = [
  '/counter',
  '/counter/pay',
  '/counter/return',
  '/counter/return?sale=2',
  '/counter/credits',
  '/counter/parked',
  '/books/failed-tries',
  '/nowhere',
  '/counter/money',
  '/counter/float',
  '/counter/vouchers',
  '/customers/new',
  '/orders',
  '/orders/1',
  '/sales',
  '/sales/1',
  '/days',
  '/days/quarter',
  '/totals',
  '/days/2026-02-26',
  '/days/2026-03-02/count/1',
  '/trail/2026-02-26/cash',
  '/trail/2026-02-26/card%201%20Meridian',
  '/trail/2026-02-26/onAccount',
  '/accounts',
  '/accounts/1',
  '/accounts/4',
  '/accounts/4/pay',
  '/accounts/4/change',
  '/accounts/new',
  '/accounts/statements',
  '/accounts/aging',
  '/accounts/late-charges',
  '/accounts/reminders',
  '/accounts/files',
  '/accounts/received',
  '/bank/safe',
  '/bank/cards',
  '/bank/statement',
  '/lines/1',
  '/books/balance',
  '/books/journal',
  '/books/documents',
  '/books/journal?entry=5',
  '/books/balance?account=safe',
  '/accounts/aging?account=4',
  '/books/over-short',
  '/books/shop',
  '/books/items',
  '/books/items/new',
  '/books/taxes',
  '/books/taxes/1',
  '/books/departments',
  '/books/tenders',
  '/books/rules',
  '/books/account-rules',
  '/books/papers',
  '/loose-ends',
  '/help?place=days',
  '/dev/parts',
];

/** Goes to a screen by the application's own way, as a tap on a link does: nothing is loaded anew. */
export async function goWithin(page: Page, path: string): Promise<void> {
  await page.evaluate((to) => {
    history.pushState(null, '', to);
    dispatchEvent(new PopStateEvent('popstate', { state: null }));
  }, path);
  await expect(page).toHaveURL(path);
}
