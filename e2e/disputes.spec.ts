import { faults } from './faults';
import { cardFile, type CardRow } from '../sim/src/cardRows';
import { approve, expect, file, send, signIn, test, type Shop } from './shop';
import { goWithin } from './screens';
import type { Page } from '@playwright/test';

/* What card holders dispute, and cards that the till has not: from the loose end until nothing is open. */
test.use({ viewport: { width: 390, height: 844 } });

/** Cards of Monday, rung up and counted; it is Tuesday then. */
async function sold(page: Page, shop: Shop, cards: readonly [string, string, number][]) {
  await page.goto('/');
  await signIn(page, 'osric');
  const counter = await (await page.request.get('/api/counter')).json();
  const id = (list: any[], code: string) => list.find((one) => one.code === code).id;
  const drawerId = counter.drawers[0].id;
  for (const [reference, lastFour, amountMinor] of cards)
    await send(page, '/sales', {
      ...{ drawerId, pricesIncludeTax: true },
      lines: [{ departmentId: id(counter.departments, 'hatch'), amountMinor }],
      tenders: [
        {
          ...{ kind: 'card', tenderId: id(counter.tenders, 'meridian') },
          ...{ amountMinor, lastFour, reference },
        },
      ],
    });
  const begun = await send(page, '/counts', { drawerId });
  await send(page, `/counts/${begun.sessionId}/close`, {
    ...{ count: { 5000: 3 }, note: '' },
  });
  await shop.setNow('2026-03-03T16:00:00Z');
}

const bring = (page: Page, payout: string, paid: string, rows: readonly CardRow[]) =>
  send(page, '/settlements', cardFile({ payout, paid }, rows));
const MONDAY = { day: '2026-03-02', scheme: 'Meridian' };

test('a chargeback is answered with its papers, and lost; what the processor carries for it the next payout clears', async ({
  page,
  shop,
}) => {
  await sold(page, shop, [
    ['A1', '4411', 84_00],
    ['A2', '9021', 60_00],
  ]);
  await bring(page, 'P-1', '2026-03-03', [
    { ...MONDAY, last4: '4411', auth: 'A1', amount: '84.00', id: 'T1' },
  ]);
  await bring(page, 'P-2', '2026-03-03', [
    { row: 'disputed', amount: '84.00', id: 'T1' },
    { row: 'dispute fee', amount: '15.00', id: 'T1' },
  ]);
  await page.goto('/loose-ends');
  await expect(page.getByText('Halyard Payments carries a negative settlement')).toBeVisible();
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Disputed at Halyard Payments since Tue 3 Mar, Meridian ··4411' })
    .getByRole('button', { name: 'Look at it' })
    .click();
  await expect(page).toHaveURL(/\/bank\/disputes\/1$/);
  await page.getByLabel('To be answered by').fill('17 Mar');
  await page.getByRole('button', { name: 'Keep that day' }).click();
  await expect(page.getByText('14 days left')).toBeVisible();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Attach a picture or PDF' }).click();
  await (await chooser).setFiles(file('note.pdf', 'no PDF at all'));
  await expect(page.getByText(/A picture \(PNG, JPEG\) or a PDF that opens/)).toBeVisible();
  expect(await faults(page)).toEqual([]);
  const evidence = await page.request.get('/api/disputes/1/evidence');
  expect(evidence.headers()['content-type']).toContain('application/pdf');
  await page.getByRole('button', { name: 'Evidence sent today' }).click();
  await expect(page.getByText('evidence sent Tue 3 Mar')).toBeVisible();

  // The next payout pays for what the processor carried, and only the rest comes to the bank.
  await bring(page, 'P-3', '2026-03-03', [
    { ...MONDAY, last4: '9021', auth: 'A2', amount: '60.00', id: 'T2' },
    { row: 'won', amount: '44.00', id: 'T1' },
  ]);
  await page.goto('/bank/settlements/3');
  await expect(page.getByText('Less what was carried before')).toBeVisible();
  await expect(
    page.getByRole('img', { name: /^From gross 60\.00 to net 104\.00/ }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Open its dispute' }).click();
  await page.getByRole('button', { name: 'It is lost' }).click();
  const dialog = page.getByRole('dialog', { name: 'It is lost' });
  await expect(dialog.getByLabel('Amount')).toHaveValue('40.00');
  await dialog.getByLabel('Why').fill('The bank decided for its customer');
  await dialog.getByRole('button', { name: 'It is lost' }).click();
  await approve(page, 'Nothing to be done');
  await expect(page.getByText('won in part')).toBeVisible();
  await goWithin(page, '/loose-ends');
  await expect(page.getByText('Loose ends', { exact: true })).toBeVisible();
  await expect(page.getByText(/disputed at|carries a negative/)).toHaveCount(0);
  expect(await shop.audit()).toEqual([]);
});

test('a card that nobody rang up, and a refund that nobody recorded, are put right from the settlement', async ({
  page,
  shop,
}) => {
  await sold(page, shop, [['A1', '4411', 84_00]]);
  await bring(page, 'P-1', '2026-03-03', [
    { ...MONDAY, last4: '4411', auth: 'A1', amount: '84.00', id: 'T1' },
    { ...MONDAY, last4: '7070', auth: 'A9', amount: '21.00', id: 'T9' },
    { ...MONDAY, last4: '4411', auth: 'R1', amount: '-84.00', id: 'T8' },
  ]);
  await page.goto('/bank/settlements/1');
  await expect(page.getByText('2 differ · 1 card agrees')).toBeVisible();
  await page.getByRole('button', { name: 'Ring it up' }).click();
  const dialog = page.getByRole('dialog', { name: 'Ring up 21.00 by Meridian' });
  await dialog
    .getByRole('radio', { name: /^Hatch/ })
    .last()
    .click();
  await dialog.getByRole('button', { name: 'Ring it up' }).click();
  await expect(page.getByText('1 differs · 2 cards agree')).toBeVisible();

  await page.getByRole('button', { name: 'Find its sale' }).click();
  await expect(page).toHaveURL(/\/counter\/return\?find=4411$/);
  await page.getByRole('link', { name: /R-1/ }).click();
  await expect(page).toHaveURL(/sale=1$/);
  await refund(page);
  await page.goto('/bank/settlements/1');
  await expect(page.getByText('rung up later')).toBeVisible();
  await page.getByRole('button', { name: 'It is this card' }).click();
  await expect(page.getByText('Each card agrees with the till.')).toBeVisible();
  const cards = await (await page.request.get('/api/cards')).json();
  expect(cards.batches).toEqual([]);
  expect(await shop.audit()).toEqual([]);
});

/** The return itself, which has its own test, as the terminal gave it back. */
async function refund(page: Page): Promise<void> {
  const counter = await (await page.request.get('/api/counter')).json();
  const sale = await (await page.request.get('/api/sales/1')).json();
  await send(
    page,
    '/sales',
    {
      drawerId: counter.drawers[0].id,
      ...{ lines: [], tenders: [] },
      returned: {
        ...{ reason: counter.reasons[0].code, condition: 'asNew', feeWaived: true },
        ...{ saleId: 1, lines: [{ position: 1, quantity: sale.lines[0].quantity }] },
      },
      refunds: [
        {
          ...{ kind: 'card', tenderId: sale.payments[0].tenderId, amountMinor: 84_00 },
          ...{ saleTenderId: sale.payments[0].id, reference: 'R1' },
        },
      ],
    },
    { approverId: 3, pin: '864286', reason: 'The terminal gave it back' },
  );
}
