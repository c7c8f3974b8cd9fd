import { faults } from './faults';
import { expect, file, pickFile, send, signIn, test, type Shop } from './shop';
import type { Page } from '@playwright/test';

/*
 * A processor that sends its cards one by one, in a layout that nobody here knows: a scheme is wrong, a
 * refund is missing and a card is late.
 */
const CARDS = [
  ['A1', '4411', 'meridian', 100_00, 'MRD'],
  ['A2', '9021', 'meridian', 40_00, 'CVS'],
  ['A3', '7777', 'corvus', 25_00, 'CVS'],
  ['A4', '5050', 'meridian', 12_00, 'MRD'],
] as const;

async function soldByCard(page: Page, shop: Shop): Promise<void> {
  await page.goto('/');
  await signIn(page, 'osric');
  const counter = await (await page.request.get('/api/counter')).json();
  const id = (list: any[], code: string) => list.find((one) => one.code === code).id;
  const drawerId = counter.drawers[0].id;
  for (const [reference, lastFour, scheme, amountMinor] of CARDS)
    await send(page, '/sales', {
      drawerId,
      lines: [{ departmentId: id(counter.departments, 'books'), amountMinor }],
      tenders: [
        {
          kind: 'card',
          tenderId: id(counter.tenders, scheme),
          amountMinor,
          lastFour,
          reference,
        },
      ],
    });
  const begun = await send(page, '/counts', { drawerId });
  await send(page, `/counts/${begun.sessionId}/close`, { count: { 5000: 3 }, note: '' });
  await shop.setNow('2026-03-03T16:00:00Z');
}

/** All but the last card; what it takes for each is 1 %. */
function payout(): string {
  const rows = CARDS.slice(0, 3).map(([reference, lastFour, , amountMinor, scheme]) => {
    const [amount, fee] = [amountMinor / 100, amountMinor / 10_000].map((figure) =>
      figure.toFixed(2).replace('.', ','),
    );
    const net = (amountMinor * 0.0099).toFixed(2).replace('.', ',');
    return `K;881;03.03.2026;02.03.2026;${scheme};${lastFour};${reference};${amount};-${fee};${net}`;
  });
  return [
    'Art;Auszahlung;Valuta;Tag;Marke;Ende;Code;Betrag;Abzug;Rest',
    ...rows,
    'S;881;03.03.2026;;;;;165,00;-1,65;163,35',
  ].join('\r\n');
}

/** What the receipt's page does by its dialog, which has its own test. */
async function correctToCorvus(page: Page): Promise<void> {
  const counter = await (await page.request.get('/api/counter')).json();
  const detail = await (await page.request.get('/api/settlements/1')).json();
  const { saleId, saleTenderId } = detail.cards.rows[0].ours;
  const tenderId = counter.tenders.find((one: any) => one.code === 'corvus').id;
  const to = { tenderId, lastFour: '9021', reference: 'A2' };
  const approval = { approverId: 3, pin: '864286', reason: 'Wrong key' };
  await send(page, `/sales/${saleId}/correct`, { saleTenderId, to }, approval);
}

const MEANINGS = [
  ['Art', 'what the row is'],
  ['Auszahlung', 'reference of the payout'],
  ['Valuta', 'day of the payout'],
  ['Tag', 'day (and time) of the card'],
  ['Marke', 'card scheme'],
  ['Ende', 'last four digits'],
  ['Code', 'authorisation'],
  ['Betrag', 'amount, or gross'],
  ['Abzug', 'fee'],
  ['Rest', 'net'],
] as const;

for (const [size, viewport] of [
  ['on a phone', { width: 390, height: 844 }],
  ['wide', { width: 1280, height: 800 }],
] as const)
  test(`a layout that nobody knows is made out ${size}, posted, and known the next time`, async ({
    page,
    shop,
  }) => {
    await page.setViewportSize(viewport);
    await soldByCard(page, shop);
    await page.goto('/bank/cards');
    await pickFile(page, /Import a settlement/, file('p881.csv', payout()));
    await expect(page.getByText('A new layout: say what')).toBeVisible();
    for (const [head, meaning] of MEANINGS)
      await page.getByLabel(new RegExp(`: ${head}$`)).selectOption(meaning);
    await page.getByLabel('“K” (3 rows)').selectOption('a card: refunds below zero');
    await page.getByLabel('“S” (1 row)').selectOption('what the payout comes to');
    await page.getByLabel('“MRD” (1 row)').selectOption('Meridian');
    await page.getByLabel('“CVS” (2 rows)').selectOption('Corvus');
    await page.getByLabel('Dates are written').selectOption('day, month, year');
    await page.getByLabel('Decimals are parted by').selectOption('a comma: 1.234,50');
    await page
      .getByLabel('Fees and refunds of totals stand')
      .selectOption('as figures below zero');
    expect(await faults(page)).toEqual([]);
    // What the rows become is told while it is made out.
    await expect(page.getByText('Meridian 100.00, fee 1.00, ends 4411')).toBeVisible();
    await page.getByRole('button', { name: 'That is how it is read' }).click();
    await expect(
      page.getByText(/Proven against the file’s own gross, fee, net/),
    ).toBeVisible();
    await expect(
      page.getByText('−12.00 against the till: 1 another scheme, 1 not in the settlement'),
    ).toBeVisible();
    await page.getByLabel('Name of this layout').fill('One by one');
    await page.getByRole('button', { name: 'Post 1 settlement' }).click();
    await expect(page.getByText(/S-1 is posted: 163\.35 net/)).toBeVisible();
    await page.getByRole('button', { name: 'Settlement S-1' }).click();
    await expect(page.getByText('2 differ · 2 cards agree')).toBeVisible();
    await expect(
      page.getByRole('img', { name: /^From gross 165\.00 to net 163\.35: Fees −1\.65$/ }),
    ).toBeVisible();

    expect(await faults(page)).toEqual([]);
    // The card that is late waits for a later batch; the scheme is put right on its receipt.
    if (viewport.width < 500) await page.getByRole('button', { name: 'Next' }).click();
    await page.getByRole('button', { name: 'Of a later batch' }).click();
    await page.getByLabel('Why').fill('Sent on Tuesday');
    await page.getByRole('dialog').getByRole('button', { name: 'Of a later batch' }).click();
    await expect(page.getByText('1 differs · 2 cards agree')).toBeVisible();
    await page.getByRole('button', { name: 'Correct the tender' }).click();
    await expect(page).toHaveURL(/\/sales\/\d+$/);
    await correctToCorvus(page);
    await page.goto('/bank/settlements/1');
    await expect(page.getByText('Each card agrees with the till.')).toBeVisible();

    await page.goto('/bank/cards');
    const again = payout().replaceAll('881', '882');
    await pickFile(page, /Import a settlement/, file('p882.csv', again));
    await expect(page.getByText('Known as “One by one”')).toBeVisible();
    expect(await shop.audit()).toEqual([]);
  });
