import { expect, file, pickFile, signIn, test } from './shop';

test('files that can’t be taken are refused with place and mend, and nothing is kept', async ({
  page,
  shop,
}) => {
  await page.goto('/');
  await signIn(page, 'osric');
  const refused = page.getByRole('alert');
  const batch = {
    batchDate: '2026-03-02',
    schemes: [{ scheme: 'Meridian', items: 2, grossMinor: 100_00 }],
  };
  const good = await shop.settlement('HP-1', '2026-03-02', [batch]);

  await page.goto('/bank/cards');
  const settle = (content: string) =>
    pickFile(page, /Import a settlement|Choose another file/, file('settlement.csv', content));
  await settle(good.replace('98.15', '98.51'));
  await expect(refused).toContainText(
    'Row 2, net: By its other figures net should be 98.15, but it says 98.51',
  );
  await settle(good.replace(',1.85,', ',1.855,'));
  await expect(refused).toContainText('Row 2, fee: “1.855” has more than 2 decimals');
  // What is quoted is wrong itself: it stands there as it is.
  await settle(good.replaceAll('2026-03-02', '2026-13-45'));
  await expect(refused).toContainText('“2026-13-45” is no date');
  await settle(good.replaceAll('CAD', 'USD'));
  await expect(refused).toContainText('The file is not in CAD');
  await settle(good.split('\r\n').slice(0, 2).join('\r\n'));
  await expect(refused).toContainText('The row that states the payout is missing');
  await expect(page.getByRole('button', { name: 'Post 0 settlements' })).toBeDisabled();
  await page.getByRole('button', { name: 'Back' }).click();
  await expect(page.getByText('No settlement yet')).toBeVisible();
  await settle(good);
  await page.getByRole('button', { name: 'Post 1 settlement' }).click();
  await expect(page.getByText(/S-1 is posted/)).toBeVisible();
  await settle(good);
  await expect(page.getByText('here already as S-1')).toBeVisible();

  await page.goto('/bank/statement');
  const line = { date: '2026-03-02', amountMinor: 98_15, text: 'HALYARD PAY HP-1' };
  const period = { from: '2026-03-02', to: '2026-03-02' };
  const camt = await shop.camt(0, [line], period);
  const importXml = (content: string) =>
    pickFile(page, 'Import a statement', file('statement.xml', content));
  await importXml(camt.slice(0, Math.floor(camt.length / 2)));
  await expect(refused).toContainText('it is cut short or damaged');
  await importXml(await shop.camt(0, [line], period, 'USD'));
  await expect(refused).toContainText('The statement is in USD, the account is kept in CAD');
  await expect(page.getByText('No statement yet')).toBeVisible();
  await importXml(camt);
  await expect(page.getByText('1 certain, 0 likely, 0 loose.')).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('typed amounts and references are checked beside their field', async ({ page }) => {
  await page.goto('/');
  await signIn(page, 'fenella');
  await page.goto('/counter');
  await page.getByRole('button', { name: /^Sea boots/ }).click();
  await page.getByRole('button', { name: 'Pay', exact: true }).click();
  await page.getByLabel('Other cash tendered').fill('100.405');
  await expect(page.getByText('“100.405” has more than 2 decimals.')).toBeVisible();
  await page.getByRole('button', { name: 'Meridian' }).click();
  await page.getByLabel('Last four digits').fill('1111');
  await page.getByLabel('Authorisation reference').fill('4111 1111 1111 1111');
  await expect(page.getByText('This holds a full card number')).toBeVisible();
  await page.getByRole('button', { name: /^Take Meridian/ }).click();
  await expect(page.getByRole('heading', { name: 'Paying' })).toBeVisible();
  const sales = (await (await page.request.get('/api/sales?date=2026-03-02')).json()) as any;
  expect(sales.sales).toEqual([]);
});

test('the client comes compressed, its scripts are kept for long, its page is asked for anew', async ({
  page,
  shop,
}) => {
  const answers: Record<string, Record<string, string>> = {};
  const outside: string[] = [];
  page.on('request', (request) => {
    if (!request.url().startsWith(shop.address)) outside.push(request.url());
  });
  page.on('response', async (response) => {
    // One that comes as the page closes is none of those that are looked at.
    const headers = await response.allHeaders().catch(() => undefined);
    if (headers) answers[new URL(response.url()).pathname] = headers;
  });
  await page.goto('/');
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  const script = Object.keys(answers).find((path) => path.endsWith('.js'))!;
  expect(answers[script]).toMatchObject({
    'content-encoding': 'br',
    'cache-control': 'public, max-age=31536000, immutable',
  });
  expect(answers['/']).toMatchObject({ 'cache-control': 'no-cache' });
  expect(outside).toEqual([]);
});

test('a clerk on a phone finds the way out', async ({ page }) => {
  await page.goto('/');
  await signIn(page, 'fenella');
  await page.goto('/days');
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  expect((await page.request.get('/api/days')).status()).toBe(401);
});
